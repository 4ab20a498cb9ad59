"""Where requests and work come in: every address, and the worker."""
