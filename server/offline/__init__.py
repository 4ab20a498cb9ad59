"""The server in a phone, and what a phone takes along of a job."""
