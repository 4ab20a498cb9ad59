"""The demo: an invented crew with its jobs, loaded into an empty database."""
