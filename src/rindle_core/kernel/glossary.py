"""The trade's words as this application uses them: one word a quantity, with its zero, direction and reference."""

from __future__ import annotations

from rindle_core.kernel.model import Model


class Term(Model):
    """A word with its meaning; `reference` says from where it is counted."""

    word: str
    meaning: str
    reference: str = ""


GLOSSARY: tuple[Term, ...] = tuple(
    Term(word=word, meaning=meaning, reference=reference)
    for word, meaning, reference in (
        (
            "Azimuth",
            "Bearing in which the antenna looks, as one turns left or right.",
            "From true north, clockwise seen from above: 90° is east. A compass bearing is counted from magnetic "
            "north.",
        ),
        (
            "Elevation",
            "How far up the antenna looks.",
            "From the level; 90° is straight up. Geometric without, apparent with the bending of the air.",
        ),
        ("Boresight", "The direction in which an antenna sees best.", ""),
        (
            "Skew",
            "Turn of a linearly polarised feed about the boresight.",
            "Clockwise positive, as seen from behind the antenna looking at the satellite.",
        ),
        (
            "Declination",
            "Angle between true and magnetic north at a place and day.",
            "East positive: the compass reads true less declination.",
        ),
        (
            "Clinometer",
            "Instrument that shows an angle against the level.",
            "Laid on a named face; an offset dish looks higher or lower than its rim says.",
        ),
        ("Offset", "Angle between the beam and the face on which the clinometer is laid.", ""),
        ("Beam", "The part of the ground that one spot of a satellite serves, with its letter, hand and carrier.", ""),
        (
            "Hand",
            "Sense in which a circular wave turns.",
            "As received at the site; most terminals send with the other hand.",
        ),
        ("Polarization", "How the wave swings: linear on a line, circular in a turn.", ""),
        ("Beamwidth", "Angle over which an antenna hears at half power or better.", ""),
        ("Side lobe", "A weaker beam beside the main one; peaking on it looks like success.", ""),
        ("Es/N0", "Energy of a symbol over the noise: what the modem calls quality.", "In dB; higher is better."),
        ("Isolation", "Wanted over unwanted polarisation.", "In dB; line-up asks for about 30."),
        ("Slant range", "Straight way from site to satellite.", ""),
        (
            "Skyline",
            "What rises above the level round the terminal.",
            "Bearing and height in degrees, as seen from a place and a height.",
        ),
        ("Margin", "Angle between the sight-line and the skyline.", "Negative where the skyline covers the satellite."),
        ("Tube", "The room that a beam needs: the aperture and a share of the first Fresnel zone round it.", ""),
        (
            "Fresnel zone",
            "Room about the sight-line in which anything takes signal away, widest in the middle of the path.",
            "",
        ),
        (
            "Geostationary arc",
            "Where satellites that stand still are seen: an arc over the equator's side of the sky.",
            "",
        ),
        ("Low orbit", "Satellites a few hundred kilometres up that pass in minutes; many serve in turn.", ""),
        ("Shell", "Low orbits of one height and inclination, evenly spread.", ""),
        ("Constellation", "All satellites of one low-orbit network.", ""),
        ("Elements", "Numbers from which a satellite's place follows for a while: two lines (TLE), or an OMM.", ""),
        ("Cone", "The part of the sky over which a panel steers, about its boresight.", ""),
        ("Slot", "Some fifteen seconds in which one satellite serves.", ""),
        ("Gap", "A stretch without service.", "In seconds, and in gaps an hour."),
        ("Sun outage", "Minutes in spring and autumn when the sun stands behind the satellite.", ""),
        ("Plumb", "Upright on two faces a quarter turn apart.", ""),
        (
            "Backlash",
            "Play of a screw: the head follows only when it is taken up. Arrive always turning the same way.",
            "",
        ),
        ("Transceiver", "The outdoor unit that sends and receives, in one piece.", ""),
        ("LNB and BUC", "The receiving and the sending part where they are two.", ""),
        ("IF", "The frequencies on the cable between antenna and modem.", ""),
        ("Line-up", "The operations desk measures the uplink with the installer on the telephone.", ""),
        ("Hold point", "A step that is not passed while what it needs is missing.", ""),
        ("Clear, Mind, Hold", "Go on; look at it and decide; do not go on.", "Always with the figure and its limit."),
    )
)

__all__ = ["GLOSSARY", "Term"]
