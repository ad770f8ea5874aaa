"""What is judged of a palette and of the mixes that are made of it."""
