"""The server: one app for each part of the business, the API over them, and the built web."""
