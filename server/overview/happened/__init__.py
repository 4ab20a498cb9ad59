"""All that happened on a job: every change and every record, by whom, when, from which phone."""
