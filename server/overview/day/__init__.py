"""The crew's day: where every job stands, what is poured soon, what is due, who is where."""
