"""The same server on a phone: the same services, on the database a phone has."""
