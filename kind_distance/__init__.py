"""Kind Distance: plans depth, values and layer passes for painters of places."""

__version__ = "0.2.0"
