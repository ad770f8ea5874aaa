"""A phone or tablet in the same network takes part: a certificate, codes of one use, a door, a second listener."""
