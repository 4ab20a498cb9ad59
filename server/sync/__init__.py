"""What a phone takes along of a job, and what it hands back."""
