"""What the painter's materials do: media and their rules, grounds, drying."""
