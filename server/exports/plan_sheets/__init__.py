"""A job's plan on paper: to scale, its stakes, its piers, a section; all of it as a folder."""
