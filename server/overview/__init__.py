"""What the job's first screen reads, composed from every part of the business."""
