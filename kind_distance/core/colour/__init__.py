"""What a value is: from a picture's codes to light, to lightness, to the painter's value scale."""
