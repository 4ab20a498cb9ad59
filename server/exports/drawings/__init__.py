"""A job as a drawing: what it shows, and the files it is written to."""
