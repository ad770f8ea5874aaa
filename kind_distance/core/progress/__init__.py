"""Photos of the painting on its easel: where it is on them, its own light taken out, held against the plan."""
