"""What ./yp bench measures: speed as ratios against the least that could be done, in one run."""
