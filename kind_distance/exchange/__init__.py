"""What comes in from outside and what goes out: pictures and printed sheets."""
