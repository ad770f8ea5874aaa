"""Practice: drills, how an answer is marked, what a learner shows and what was played, in words."""
