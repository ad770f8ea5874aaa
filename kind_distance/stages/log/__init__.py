"""What follows from what was painted: the diary, minutes against the plan, the painter's own pace and drying."""
