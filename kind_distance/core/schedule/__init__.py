"""Placing passes in painting sessions so that every wait holds, and saying why each stands where it does."""
