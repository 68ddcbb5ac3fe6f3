"""The trade's words as this application uses them: one word a quantity, with its zero, direction and reference."""

from __future__ import annotations

from pydantic import Field

from rindle_core.kernel.model import Model


class Term(Model):
    """A word with its meaning; `reference` says from where it is counted."""

    word: str
    meaning: str
    reference: str = ""
    not_in: list[str] = Field(default_factory=list, description="Phrases in which it means something else")


# Of a word that everybody uses otherwise too: where it is not the trade's.
_NOT_IN: dict[str, list[str]] = {
    "Hand": [
        "hands", "a hand", "one hand", "in the hand", "by hand", "in hand", "at hand", "hand-over", "hand over",
        "hand-tight", "hand-set", "hand-read", "hand-aligned", "hand compass", "hand ratchet", "hand readings",
    ],
    "Gap": ["stop-gap", "no gap", "without a gap", "gap between", "gaps of the clamp", "gaps alike", "plate’s gap"],
    "Level": ["spirit level", "from the level", "over the level", "level ground", "level pedestal", "as level",
              "set level", "level on", "stands level", "is level"],
    "Head": ["screw head", "heads after", "over the head", "over one’s head"],
}  # fmt: skip


GLOSSARY: tuple[Term, ...] = tuple(
    Term(word=word, meaning=meaning, reference=reference, not_in=_NOT_IN.get(word, []))
    for word, meaning, reference in (
        (
            "Symbol rate",
            "How many steps a carrier makes in a second: the more, the wider it is.",
            "In thousands a second, kBd. A bare carrier makes none.",
        ),
        (
            "Oscillator",
            "The frequency against which a receiver holds what comes from the satellite: the difference goes down the "
            "cable.",
            "",
        ),
        ("Braid", "The woven wires of a coax cable, round its core: its second conductor, and its shield.", ""),
        (
            "Compression connector",
            "A connector whose sleeve is pressed along the cable until it is tight, with a ring against water.",
            "",
        ),
        ("Crimped connector", "A connector whose sleeve is squeezed on from the side, by a die.", ""),
        ("Screened", "With metal all round, joined at both ends, that keeps foreign signals out.", ""),
        ("Zinc", "The metal on steel that the weather eats first; how thick it is says how long it lasts.", ""),
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
        (
            "Sector",
            "A slice of the sky between two bearings, 15° or 30° wide.",
            "As a slice of a cake seen from above.",
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
        (
            "Slot",
            "Of a panel: some fifteen seconds in which one satellite serves. Of a line-up: the time that the "
            "operations desk keeps for it.",
            "",
        ),
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
        ("Aperture", "The width of a dish's mouth, or of a panel's face.", ""),
        ("Attitude", "How a panel stands: which way it faces and how far it leans back.", ""),
        (
            "Back-bearing",
            "The bearing from a landmark back to where one stands.",
            "Half a circle from the bearing to it.",
        ),
        ("Bearing", "Direction along the ground.", "From north, clockwise; true or magnetic is always said."),
        ("Bend radius", "How tightly a cable may be laid round a corner; tighter harms it inside.", ""),
        ("Bond", "A joint that lets a fault or lightning flow to earth rather than through people.", ""),
        ("Bring-up", "From power to the first traffic: the modem searches, locks, and the network lets it in.", ""),
        ("Candidate", "A place on the site where the terminal could stand.", "By its letter."),
        (
            "Carrier",
            "The wave that a beam sends to everybody in it; the receiver locks to it.",
            "By its frequency on the cable.",
        ),
        ("Checksum", "A short number that changes when anything of a file is changed.", "SHA-256."),
        ("Clearance", "Free angle that the house wants all round the sight-line.", "From the firm's rules."),
        ("Coax", "Round cable with one conductor inside a screen: it carries signal, and often power.", ""),
        (
            "Earth",
            "The ground itself, and the wire that leads to it: before any power is on.",
            "Local codes and a licensed person decide.",
        ),
        ("Feed", "The small horn in front of a dish: all that the dish collects falls into it.", ""),
        ("Focal length", "How far before the middle of the dish its feed belongs.", ""),
        ("Footprint", "The outline on the map inside which a beam is strong enough.", ""),
        (
            "Geosynchronous",
            "Of a satellite that goes round as fast as the Earth turns, perhaps a little off the equator.",
            "",
        ),
        ("Gust", "Strongest wind over three seconds.", "At 10 m over open country."),
        ("Head", "The moving part between mast and dish: its screws turn and tip the antenna.", ""),
        ("Horizon", "Where ground and sky meet; below it nothing is seen.", "Level, unless the skyline is meant."),
        (
            "Critical",
            "The chain of tasks that fixes when a visit ends: what one of them loses, the end loses.",
            "The others may wait a little.",
        ),
        (
            "Coarse pointing",
            "The dish is turned by the figures until the signal is found; fine work follows.",
            "Finished before a line-up.",
        ),
        ("Inclination", "Angle of an orbit to the equator: an inclined satellite swings up and down in a day.", ""),
        ("Landmark", "Something seen from the site and found on the map: it gives a bearing without a compass.", ""),
        ("Inverter", "Makes mains voltage of a battery's; it keeps a part of what it takes for itself.", ""),
        ("Latency", "How long an answer takes.", "In thousandths of a second, there and back."),
        ("Level", "How strong the signal is, as the modem tells it.", "In dB, against the noise."),
        ("Lug", "Ring pressed on the end of an earth wire, by which it is screwed to metal.", ""),
        ("Lock", "The modem has found the carrier and follows it.", ""),
        ("Loss", "What is taken from a signal on its way.", "In dB; 3 dB is half."),
        ("Mast", "The tube that carries the terminal.", ""),
        ("Modem", "The indoor unit that makes the network of the signal.", ""),
        ("Panel", "A flat terminal that steers its beam by itself.", ""),
        (
            "Peak",
            "The direction in which the level is highest, and the work of finding it.",
            "Proved when the level falls on both sides.",
        ),
        ("Port", "A socket with a name; which wave it takes depends on how the feed is turned.", ""),
        ("Position", "Where on the site: a candidate by its letter. On the map it is called the place.", ""),
        (
            "Analyser",
            "A meter that draws the carriers of a band side by side, each at its strength.",
            "A spectrum analyser.",
        ),
        (
            "Null",
            "The setting at which the unwanted polarization is weakest.",
            "It is far sharper than the top of the wanted one.",
        ),
        (
            "Witness mark",
            "Paint across a joint that shows later whether it has moved.",
            "",
        ),
        ("Preset", "Elevation and skew set at the figures before anything is searched.", ""),
        ("Reflector", "The dish itself, without feed and electronics.", ""),
        ("Refraction", "The air bends the path: a low satellite seems a little higher than it stands.", ""),
        ("Service loop", "A turn of spare cable at the terminal, so that it can be done anew.", ""),
        ("Sight-line", "The straight line from the antenna to the satellite.", ""),
        ("Stand-off", "Distance that is kept from a wire or an edge.", "The owner of the line says how much."),
        ("Sweep", "To turn slowly past a direction while the level is watched.", ""),
        ("Terminal", "All that is put up outdoors: antenna, electronics and head, or a panel.", ""),
        ("Trial", "The panel laid out for some hours where it may stand, its own log kept.", ""),
        ("Uplink", "From the site up to the satellite.", ""),
        ("Verdict", "Clear, mind, hold, or not yet known, with its reason.", "The worst that is so counts."),
        (
            "Waiver",
            "Somebody competent lets something pass that is not shown, and says why.",
            "It stands in the record.",
        ),
        ("Activation", "The network takes the terminal in, by codes that the operator gave.", ""),
        ("Antenna", "What gathers the waves: a dish with its feed, or a panel.", ""),
        ("Bracket", "What holds the mast to the building, or a spare feed to the arm.", ""),
        ("Epoch", "The moment for which elements were true; the further from it, the less they are.", ""),
        ("Fascia", "The board along the eaves, behind the gutter: it carries hardly anything.", ""),
        ("Gable", "The end wall under the roof's slope.", ""),
        ("Eaves", "The lower edge of a roof, over the wall.", ""),
        ("Ridge", "The line along the top where both planes of a roof meet.", ""),
        ("Overhang", "How far a roof reaches beyond the wall.", ""),
        ("Roof pitch", "How steep a roof falls, from the level.", ""),
        ("Main earth", "Where the building’s earthing conductors come together.", "Licensed people connect to it."),
        ("Cable way", "Where the cable will run, from the terminal to the entry.", ""),
        ("Wind rose", "How often the wind comes from each direction.", "A weather service has it for the region."),
        ("Site plan", "The site from above, to scale: what stands there, and where the work goes.", ""),
        ("Side view", "The site cut upright along a line, such as the sight-line.", ""),
        ("Lee", "The side away from the wind.", ""),
        ("Operator", "The company that runs the satellite's network and lets terminals in.", ""),
        ("Phasing", "How far the satellites of one plane stand ahead of those of the next.", ""),
        ("Router", "The box from which the customer's computers get the network.", ""),
        (
            "Sealant",
            "What keeps water out of a hole or a joint.",
            "Not in the cold: the tube says from which temperature.",
        ),
        ("Shading", "What stands in front of a dish takes part of its beam away.", ""),
        ("Tile", "A file with the ground's height at many places of a square of land.", "Terrain is made of them."),
        ("Computed", "Worked out by Rindle, and looked at by nobody.", ""),
        ("Terrain", "The shape of the ground, from elevation tiles.", "Trees and houses are not in it."),
        ("UTM", "A place as metres east and north in a numbered zone.", ""),
        ("Anchor", "A fixing that holds in masonry or concrete: spread open, or set in resin.", ""),
        (
            "Lag screw",
            "A thick wood screw with a bolt’s head; its hole is drilled first, its last turns are by hand.",
            "",
        ),
        ("Ballast", "Blocks whose weight alone holds a frame down.", ""),
        ("Conduit", "A pipe in which a cable lies and can be drawn.", ""),
        ("Injector", "The box that sends power up a data cable; pulling its plug restarts the terminal.", ""),
        ("Arrester", "A part at the entry that leads a flash’s surge to earth.", ""),
        ("Ferrite", "A moulded bulge on a cable that keeps noise out; the hole has to pass it.", ""),
        ("Splitter", "A part that shares one cable’s signal out, and loses half of it or more.", ""),
        ("Putty", "A soft stop-gap for a hole: it has a last day.", ""),
        ("Rafter", "A beam of the roof from eave to ridge; screws into it hold.", ""),
        ("Stud", "An upright timber inside a wall; screws into it hold.", ""),
        ("Structure", "Timber, masonry or concrete that bears; boards, trim and sheet do not.", ""),
        ("Pilot", "The thinner hole that is drilled before a screw.", ""),
        ("Resin", "Two parts, mixed in the nozzle, that bond a rod into its hole.", "It sets slowly in the cold."),
        ("Torque", "How firmly a bolt is turned.", "In newton metres at the spanner."),
        (
            "Plate",
            "What is screwed to wall or roof and carries arm or mast; the skew plate shows how far the feed is turned.",
            "",
        ),
        ("Keyhole", "A hole with a slot: hung over a screw that stands proud.", ""),
        ("Proud", "Standing out by so much, not yet tight.", ""),
        ("Maturity", "How far concrete has hardened by its age and warmth.", "28 days at 20 °C are all of it."),
        ("Exposure", "How open the land around is to the wind.", ""),
        ("Tether", "A line that holds a thing that comes loose.", ""),
        ("Flue", "A pipe for hot gas: it burns cables and seals.", ""),
        ("Clear, Mind, Hold", "Go on; look at it and decide; do not go on.", "Always with the figure and its limit."),
        ("Snug", "As tight as a hand makes it with the spanner held short: it holds, and can still be moved.", ""),
        ("Torqued", "Tightened to its figure with a torque wrench.", ""),
        ("Subnet", "The addresses that reach each other on one cable without a router.", "10.71.0.1 to 10.71.0.254."),
        ("Mask", "What of an address names the subnet: the same on all that are in it.", "255.255.255.0, or /24."),
        ("Gateway", "The box through which all devices of a net leave it.", "Most often the router."),
        ("Bypass", "A router hands the line on to another one, and gives out no addresses itself.", ""),
        (
            "Translated",
            "Many devices share one address: a router keeps book of who asked what.",
            "Twice is once too often.",
        ),
        ("Installation mode", "The modem shows its level and takes entries, and does not send by itself.", ""),
        ("Unmodulated", "A bare carrier without data, on which the desk measures.", ""),
        ("dBm", "Level over a thousandth of a watt, in decibels.", "−45 dBm at a modem is usual, −65 is weak."),
        ("Coaxial", "A cable with one wire inside a screen; it is never mated while it has power.", ""),
        ("Mated", "A plug is put together with its socket.", ""),
        ("Washer", "Ring under a bolt's head or nut; a spring washer or a toothed one keeps it from coming loose.", ""),
    )
)

__all__ = ["GLOSSARY", "Term"]
