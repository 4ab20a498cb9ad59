"""Pictures of what is on site: checked, written anew, shown beside what they are of."""
