"""What is done with drawings: kept as read, laid over the site, placed on the plan."""
