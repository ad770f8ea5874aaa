"""The heart: pure functions over numbers and arrays, without files, clock, network or database.

Read from the bottom up: `colour` knows what a value is, `picture` simplifies a photo into a few of
them, `depth` sorts the picture into planes and plans their values, `paint` knows how paint dries,
`passes` says which layers are needed in which order, `schedule` puts them into painting sessions.
"""
