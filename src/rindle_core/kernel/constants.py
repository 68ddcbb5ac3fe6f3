"""Physical and geodetic constants: the unit is in the name, the source on the line."""

from __future__ import annotations

WGS84_SEMI_MAJOR_AXIS_M = 6_378_137.0  # WGS 84 defining parameter, NIMA TR8350.2
WGS84_FLATTENING = 1.0 / 298.257_223_563  # WGS 84 defining parameter, NIMA TR8350.2
WGS84_ECCENTRICITY_SQUARED = WGS84_FLATTENING * (2.0 - WGS84_FLATTENING)
EARTH_MEAN_RADIUS_M = 6_371_008.8  # IUGG mean radius R1 of GRS 80
GEOSTATIONARY_RADIUS_KM = 42_164.17  # sidereal-day circular orbit; the trade's figure
EARTH_ROTATION_RAD_PER_S = 7.292_115e-5  # WGS 84, NIMA TR8350.2
BEYOND_CIRCLE_DEG = 360.0001  # a bearing is under this: 360 itself is accepted, and is north
SPEED_OF_LIGHT_KM_PER_S = 299_792.458  # SI definition
STANDARD_GRAVITY_MPS2 = 9.806_65  # CGPM 1901
SUN_ANGULAR_RADIUS_DEG = 0.266_6  # at 1 au, Astronomical Almanac
ISA_SEA_LEVEL_TEMPERATURE_K = 288.15  # ISO 2533
ISA_LAPSE_K_PER_M = 0.006_5  # ISO 2533
ISA_SEA_LEVEL_PRESSURE_PA = 101_325.0  # ISO 2533
AIR_GAS_CONSTANT_J_PER_KG_K = 287.052_87  # ISO 2533
STEEL_YOUNG_MODULUS_PA = 210e9  # EN 1993-1-1, 3.2.6
COPPER_TEMPERATURE_COEFFICIENT_PER_K = 0.003_93  # IEC 60028, annealed copper at 20 °C
J2000_JD = 2_451_545.0  # 2000 January 1, 12h TT, IAU
SIDEREAL_DAY_H = 23.934_47  # 86 164.09 s, mean sidereal day; Astronomical Almanac
