"""A practice site a person stands on: what is sensed of it, what goes wrong, what was true."""
