"""The stages of the work below the finished level, as screens read them."""
