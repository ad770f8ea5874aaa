"""The made-up scenario: three paintings with rendered pictures, in three stages of work."""
