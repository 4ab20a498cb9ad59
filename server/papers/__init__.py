"""Records out and in: the job as a file, papers, tables; and the long work of making them."""
