"""At the easel: what each film is now, what is to be done next, bells, and what helps when it went wrong."""
