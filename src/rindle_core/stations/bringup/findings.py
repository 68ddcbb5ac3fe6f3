"""The kinds of finding of this room."""

from __future__ import annotations

from rindle_core.kernel.findings import Kind

NO_STATES = Kind(
    "bringup.no_states",
    "the states on the terminal's way online",
    source="Terminal's states, of the stores",
    at="brief.terminal_code",
)
CAME_UP_AS = Kind(
    "bringup.came_up_as",
    "whether the states are of the terminal and the satellite that the job has now",
    source="What the job said when the first of them came",
    at="bringup.states_entered",
)
QUALIFIED = Kind(
    "bringup.qualified",
    "whether somebody trained switches the transmitter on",
    against="role and certificate on the day",
    source="Roles and certificates in Stores; the operator's rules prevail",
    at="brief.crew",
)

STOPPED = Kind(
    "bringup.stopped.{}",
    "mains work that a hazard of the site stops",
    against="a release by somebody competent",
    source="Usual cautions; local codes prevail",
    at="brief.releases",
)

FORM = Kind(
    "bringup.form",
    "an entry for the modem",
    against="its usual form",
    source="Terminal's entries",
    at="bringup.modem_entries",
)
BEFORE_POWER = Kind(
    "bringup.before_power",
    "steps that come before power, such as the earth",
    against="all marked done",
    source="Terminal's build steps; the local electrical code prevails",
    at="build",
)
SATELLITE = Kind(
    "bringup.satellite",
    "the satellite that the terminal is to come online over",
    against="one chosen at Brief that stands above the horizon",
    at="brief.satellite_code",
)
ENTRY = Kind(
    "bringup.entry.{}",
    "an entry for the modem",
    against="what the order, Aim or the settings sheet says",
    at="bringup.modem_entries",
)
UNTOLD = Kind(
    "bringup.untold",
    "what the modem was told",
    against="every entry of the terminal's own list, once it is online",
    at="bringup.modem_entries",
)
TWICE = Kind(
    "bringup.twice.{}",
    "an entry in which a slip costs a day",
    against="typed a second time, the same",
    at="bringup.told_back",
)
READ_BACK = Kind(
    "bringup.read_back.{}",
    "what the modem shows of an entry",
    against="what was meant; a position within the terminal's own limit",
    unit="m",
    at="bringup.told_back",
)
SETTINGS = Kind(
    "bringup.settings_sheet",
    "the network's settings sheet, as the modem has it",
    against="every field entered, and read back by somebody else or as the page shows it",
    at="bringup.settings",
)
SHOWN_LABEL = Kind(
    "bringup.shown_label.{}",
    "the number that the modem's page shows of itself",
    against="that of a label that was read",
    at="bringup.shown_serial",
)
DESK_REACHED = Kind(
    "bringup.desk_reached",
    "whether a call reaches the desk from where the carrier is switched",
    against="tried before the slot",
    at="bringup.desk_reached",
)
CONFIG = Kind(
    "bringup.config",
    "the configuration file",
    against="the same checksum on the order and on the modem, and a restart",
    at="bringup.config_sum",
)
CUSTOM_CARRIER = Kind(
    "bringup.carrier_by_hand",
    "a carrier that was set by hand",
    against="a reason, and somebody trained for the transmitter",
    at="bringup.carrier_by",
)
COMPUTER = Kind("bringup.computer", "what the computer is doing, by what it shows", at="bringup.laptop_address")
COMPUTER_ADDRESS = Kind(
    "bringup.computer_address",
    "the address for the computer",
    against="valid, in the modem's subnet, not its own, free",
    source="RFC 791, RFC 950",
    at="bringup.laptop_address",
)
COMPUTER_BEFORE = Kind("bringup.computer_before", "what the computer had before", at="bringup.laptop_before")
COMPUTER_BACK = Kind("bringup.computer_back", "whether the computer is put back", at="bringup.laptop_back")
INTERLOCK = Kind(
    "bringup.interlock.{}",
    "power while plugs are mated or people are in front",
    against="off while a coaxial plug is mated or a feed is worked on; nobody in front",
    source="Usual cautions; the maker's and the local rules prevail",
    at="bringup.in_front_clear",
)
POWER_CHECKS = Kind(
    "bringup.power_checks",
    "what is seen before power",
    against="all of this terminal's list ticked",
    at="bringup.power_checks",
)
DISH_END = Kind(
    "bringup.dish_end",
    "voltage measured at the dish's end",
    against="the least that the outdoor unit needs",
    unit="v",
    source="Terminal's supply in Stores",
    at="bringup.dish_end_v",
)
METER = Kind("bringup.meter", "a meter in the line", against="out again", at="bringup.meter_fitted")
RESTARTS = Kind(
    "bringup.restarts", "how often it started again by itself", against="never", at="bringup.self_restart_count"
)
BENCH = Kind(
    "bringup.bench",
    "where it was switched on",
    against="in its place; on the bench only to try it",
    at="bringup.powered_where",
)
FEED_HAND = Kind(
    "bringup.feed_hand",
    "what the feed is set to, by its mark",
    against="the hand or plane of the beam",
    at="bringup.hand_set",
)
RADIO = Kind(
    "bringup.radio",
    "radio figures before the code is entered",
    against="Es/N0 noted at lock-down or on the network, with a picture",
    at="bringup.radio",
)
RADIO_ONLINE = Kind("bringup.radio_online", "radio figures once it is online", against="noted", at="bringup.radio")
RADIO_FELL = Kind(
    "bringup.radio_fell",
    "how far the level fell from stage to stage",
    against="house rule `level_shortfall_db`",
    unit="db",
    at="bringup.radio",
)
RADIO_RUN = Kind(
    "bringup.radio_run",
    "loss of the cable, as the page shows it",
    against="the loss reckoned at Cable and house rule `test_loss_db`",
    unit="db",
    source="Cable's own figures",
    at="bringup.radio",
)
RADIO_TIMES = Kind(
    "bringup.radio_times",
    "when the radio figures were read",
    against="the order of the stages, and the day of the work",
    at="bringup.radio",
)
RADIO_SUPPLY = Kind(
    "bringup.radio_supply",
    "current up the cable, as the page shows it",
    against="the power of the outdoor unit at its least voltage",
    unit="ma",
    source="The terminal's sheet: P / U",
    at="bringup.radio",
)
TRANSMIT_LEVEL = Kind(
    "bringup.transmit_level",
    "what is left of the transmit level",
    against="house rule `transmit_left_db`",
    unit="db",
    source="Top of the terminal's transmit level, from its sheet",
    at="bringup.radio",
)
BROWSE = Kind("bringup.browse", "whether a page far away opens", at="bringup.page_works")
CARRIER = Kind(
    "bringup.carrier",
    "the test carrier of a line-up",
    against="off, and seen gone by the desk",
    source="Rule of the operations desks",
    at="bringup.lineup_log",
)
CARRIER_LONG = Kind(
    "bringup.carrier_long",
    "longest that the test carrier was on",
    against="the network's own limit",
    unit="min",
    source="The desk's own rule in the stores",
    at="bringup.lineup_log",
)
DESK_ISOLATION = Kind(
    "bringup.desk_isolation",
    "isolation as the desk reads it",
    against="the least that its network approves",
    unit="db",
    source="The desk's own rule in the stores",
    at="bringup.lineup_log",
)
APPROVAL = Kind(
    "bringup.lineup",
    "whether the desk approved the transmitter",
    against="approved with name, number and time",
    at="bringup.lineup_log",
)
LINEUP_LEFT = Kind(
    "bringup.lineup_left", "what is left after the approval", against="all noted", at="bringup.lineup_log"
)
GATEWAY = Kind(
    "bringup.gateway", "the gateway that was chosen", against="what the boxes can do", at="bringup.router_plan"
)
NET_NEED = Kind(
    "bringup.net.{}", "a need of the customer under the gateway chosen", against="met", at="bringup.router_plan"
)
TRANSLATED = Kind(
    "bringup.translated",
    "times that addresses are translated",
    against="once",
    unit="count",
    at="bringup.router_plan",
)
OUTER = Kind(
    "bringup.outer",
    "the address that the gateway has outside",
    against="given by the line, and as the gateway chosen and the stores have it",
    source="RFC 6598, RFC 1918, RFC 3927",
    at="bringup.outer_address",
)
INJECTOR = Kind(
    "bringup.injector",
    "the light of the injector",
    against="the terminal's own table",
    at="bringup.injector_light",
)
HOME_NET = Kind(
    "bringup.home_net",
    "the address plan of the home net",
    against="each address in the net, given once, outside what is handed out",
    source="RFC 1918, RFC 2131",
    at="bringup.home_devices",
)
WIFI = Kind(
    "bringup.wifi",
    "the password of the wireless net",
    against="8 to 63 printable signs; house rule `password_bits`",
    source="IEEE 802.11 annex J; guesses by zxcvbn",
    at="bringup.wifi_password",
)
MOVE = Kind(
    "bringup.move", "the stages of the move to the new line", against="in their order", at="bringup.moved_stages"
)
MOVE_AGREED = Kind(
    "bringup.move_agreed",
    "who agreed to the move of what must not stop",
    against="somebody of the customer's, named",
    at="bringup.move_confirmed",
)
REJOIN = Kind("bringup.rejoin", "devices that have to join again", against="all joined", at="bringup.home_devices")
OLD_GONE = Kind("bringup.old_gone", "the old line taken out", against="watched first", at="bringup.moved_stages")
UPDATE = Kind(
    "bringup.update",
    "an update of its software",
    against="put in and settled before anything is judged, or put off with a reason",
    at="bringup.update_choice",
)
BEAM_LETTER = Kind(
    "bringup.beam_letter",
    "the letter entered",
    against="this site's beam",
    source="Beam at Aim",
    at="bringup.beam_letter",
)
POWER = Kind(
    "bringup.power",
    "where the terminal stands",
    against="its usual times",
    at="bringup.states_entered",
)
ONLINE = Kind(
    "bringup.online",
    "where the terminal stands",
    against="its usual times",
    unit="s",
    source="The terminal's own states",
    at="bringup.states_entered",
)
WAITING = Kind(
    "bringup.waiting",
    "where the terminal stands",
    against="its usual times",
    unit="s",
    source="The terminal's own states",
    at="bringup.states_entered",
)
STUCK = Kind(
    "bringup.stuck.{}",
    "why it does not leave its state",
    against="house rule `stuck_share` times the usual time",
    unit="s",
    source="Causes by Bayes' rule from this job's signs, with the house's shares",
    at="bringup.states_entered",
)
RADIATION = Kind(
    "sky.radiation",
    "how far people reach into radio energy over the limit",
    against="house rule `radiation_limit_w_per_m2`",
    unit="m",
    source="FCC OET Bulletin 65 against ICNIRP 2020; a planning aid, local code and maker prevail",
    at="mount.height_above_ground_m",
)
