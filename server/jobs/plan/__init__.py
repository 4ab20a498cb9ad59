"""A job's plan as the core knows it: floors with their surfaces, elements with their points."""
