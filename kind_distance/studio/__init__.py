"""What a painter does, one function a deed: reading a kept painting, working it out, keeping a change."""
