"""What a straight look tells: sight and hiding, mirrors, openings of pockets, places for the ball in hand."""
