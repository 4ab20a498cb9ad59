"""Long work that is carried out beside the pages, and can be left."""
