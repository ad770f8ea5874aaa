"""The field sheet: a session in one HTML file that works from the file, and its log coming back."""
