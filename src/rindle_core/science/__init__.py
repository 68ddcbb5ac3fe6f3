"""The physical world, with no finding and no house rule: Earth, sky, field, antennas, skylines."""
