"""What any server has: settings, the frame of the API, database, logs, health."""
