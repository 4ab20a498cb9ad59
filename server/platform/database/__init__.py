"""MariaDB through Django, with migrations that can be run again after they were cut off."""
