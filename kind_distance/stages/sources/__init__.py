"""Sources: references, their light, arrows and notes on them."""
