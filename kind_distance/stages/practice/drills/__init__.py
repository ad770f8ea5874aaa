"""Drills, a module for each skill: how each is made, and how an answer is marked."""
