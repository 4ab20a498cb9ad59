"""Files that come in: drawings, points, readings, whole jobs."""
