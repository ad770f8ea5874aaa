"""What keeps the project in order: the gate, the bench, the screenshots. Not part of the application."""
