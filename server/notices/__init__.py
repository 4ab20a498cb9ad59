"""Notices to customers: sent, opened by a link, acknowledged."""
