"""What a phone takes along of a job: written on the server, taken in on the phone."""
