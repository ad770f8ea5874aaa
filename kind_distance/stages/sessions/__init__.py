"""Sessions: air and light outdoors, the calendar, cautions."""
