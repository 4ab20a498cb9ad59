"""Where to stand for what is still to be shot."""
