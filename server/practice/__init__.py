"""Practice: a lesson on a simulated site, on a phone alone; nothing of it is ever stored."""
