"""Which layer passes a painting needs, in which order, and why."""
