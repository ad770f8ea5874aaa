"""The tests. Property tests take the same examples on every run of the gate; KIND_DISTANCE_EXPLORE=1 looks for new ones."""

import os

from hypothesis import settings

settings.register_profile("gate", derandomize=True, database=None)
if not os.environ.get("KIND_DISTANCE_EXPLORE"):
    settings.load_profile("gate")
