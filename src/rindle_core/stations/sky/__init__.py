"""Sky: whether the terminal has the sky that it needs, at which position, now and when trees have grown."""
