"""Go or hold: what each pour rests on, from every part of the business."""
