"""Answering drills as somebody does who knows."""

from kind_distance.stages.practice.drills.masses import TRIED_SMALLEST, best_cuts, mass


def right_answer(drill):
    """Give the answer that is right."""
    if drill.answer == "cuts":
        cuts, _ = best_cuts(drill.scene, drill.known["values"] - 1)
        few = (each for each in TRIED_SMALLEST if mass(drill.scene, cuts, each).shapes <= drill.truth)
        return {"cuts": list(cuts), "smallest": next(few)}
    if drill.answer == "frames":
        return [{"key": option.key, "x": 0.5, "y": 0.5, "width": 0.7} for option in drill.options]
    return drill.truth
