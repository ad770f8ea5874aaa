"""What follows from a painting is worked out in steps; each is done again only where something changed that it read."""

from kind_distance.follow.steps import shared_parts, step

__all__ = ["shared_parts", "step"]
