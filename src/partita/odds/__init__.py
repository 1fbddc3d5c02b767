"""The odds: glance, weigh, turning point, and the measures of a leave."""
