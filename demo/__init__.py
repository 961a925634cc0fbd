"""The demo world: lessons, media and a simulated class of the evening school of Puerto Lumbre."""
