"""What everything stands on: the base of typed values, errors, findings, units, angles, rules and the registry. It
knows no physics and no station.
"""
