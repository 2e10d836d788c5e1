"""What was acknowledged stays, nobody else gets in, and one bad job never hides another."""
