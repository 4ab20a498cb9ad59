"""Files that go out: papers, drawings, tables, whole jobs."""
