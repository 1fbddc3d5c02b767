"""Play-outs: whole racks played for a study, in parts that any worker takes."""
