"""What every app of the server stands on: records, refusals, quantities, how they are shown."""
