/** Small pictures of the trade's words: strokes on a sheet of 120 by 80, in the colours of the tokens. */
export type Ink = 'ink' | 'stream' | 'ochre' | 'quiet' | 'rust' | 'hill'
export interface Stroke {
  d: string
  ink: Ink
  width?: number
  dashed?: boolean
  filled?: boolean
  /** When it appears it swings into its place, from so many degrees about a point of the sheet. */
  swing?: { from_deg: number; x: number; y: number }
}
const line = (d: string, ink: Ink = 'ink', width = 2): Stroke => ({ d, ink, width })
const dashed = (d: string, ink: Ink = 'quiet'): Stroke => ({ d, ink, width: 1.5, dashed: true })
const swung = (stroke: Stroke, from_deg: number, x: number, y: number): Stroke => ({
  ...stroke,
  swing: { from_deg, x, y },
})
const full = (d: string, ink: Ink): Stroke => ({ d, ink, filled: true })
/** An arrow's head at its tip, pointing as the line before it does. */
const ground = line('M4,72H116', 'ink', 2)
const dish = line('M22,30Q26,56 52,62', 'ink', 4)
const circle = (x: number, y: number, r: number) =>
  `M${x - r},${y}a${r},${r} 0 1 0 ${2 * r},0a${r},${r} 0 1 0 ${-2 * r},0`

export const PICTURES: Record<string, { about: string; strokes: Stroke[] }> = {
  azimuth: {
    about: 'Seen from above: an arrow turned clockwise from north',
    strokes: [
      line(circle(60, 42, 30), 'quiet', 1.5),
      line('M60,12V4', 'ink', 3),
      swung(line('M60,42L82,21M74,22L83,20L82,29', 'stream', 3), -46, 60, 42),
      line('M60,24A18,18 0 0 1 73,30', 'ochre'),
    ],
  },
  elevation: {
    about: 'Seen from the side: an arrow raised from the level',
    strokes: [
      ground,
      swung(line('M20,72L92,24M83,25L93,23L88,32', 'stream', 3), 34, 20, 72),
      line('M70,72A50,50 0 0 0 62,44', 'ochre'),
    ],
  },
  boresight: {
    about: 'A dish from the side, an arrow out of its middle',
    strokes: [dish, line('M36,48L92,8M83,9L93,7L88,16', 'stream', 2.5)],
  },
  skew: {
    about: 'A dish seen from behind: the feed turned clockwise from upright',
    strokes: [
      line(circle(60, 40, 32), 'ink', 2),
      dashed('M60,6V74'),
      swung(line('M46,66L74,14', 'stream', 4), -28, 60, 40),
      line('M60,18A22,22 0 0 1 71,21', 'ochre'),
    ],
  },
  declination: {
    about: 'True north straight up, the compass needle beside it',
    strokes: [
      dashed('M60,74V8', 'ink'),
      swung(line('M70,74L44,10M42,19L44,9L52,15', 'rust', 2.5), 22, 60, 48),
      line('M60,24A30,30 0 0 0 50,25', 'ochre'),
    ],
  },
  clinometer: {
    about: 'An instrument on a sloping face, its angle against the level',
    strokes: [
      swung(line('M20,66L88,26', 'ink', 4), 30, 20, 66),
      swung(line('M40,44L66,29L71,38L45,53Z', 'ochre', 2), 30, 20, 66),
      dashed('M20,66H100'),
      line('M60,66A40,40 0 0 0 55,46', 'ochre'),
    ],
  },
  offset: {
    about: 'The beam leaves the dish at an angle to its rim',
    strokes: [dish, dashed('M22,30L52,62'), line('M36,48L96,20M87,19L97,19L91,27', 'stream', 2.5)],
  },
  feed: {
    about: 'A horn before the dish, on its arm',
    strokes: [
      dish,
      line('M52,62L84,50', 'quiet', 2),
      full('M80,34L92,42L84,54L76,48Z', 'ochre'),
      dashed('M84,44L30,44M84,44L44,58', 'stream'),
    ],
  },
  reflector: { about: 'A dish from the side', strokes: [line('M30,14Q36,58 82,66', 'ink', 5)] },
  beamwidth: {
    about: 'A beam that opens with distance',
    strokes: [
      full('M12,40Q60,6 108,40Q60,74 12,40Z', 'hill'),
      dashed('M12,40L108,22M12,40L108,58', 'stream'),
      line('M84,27A80,80 0 0 1 84,53', 'ochre'),
    ],
  },
  'side lobe': {
    about: 'A main beam and weaker ones beside it',
    strokes: [
      full('M12,44Q60,14 112,44Q60,74 12,44Z', 'hill'),
      line('M12,44Q24,12 44,10Q36,28 12,44', 'rust', 2),
      line('M12,44Q24,76 44,78Q36,60 12,44', 'rust', 2),
    ],
  },
  polarization: {
    about: 'A wave on a line, and one that turns',
    strokes: [
      line('M26,14V66M20,22L26,13L32,22M20,58L26,67L32,58', 'stream', 2.5),
      line('M86,18A22,22 0 1 1 66,48M62,38L65,50L76,45', 'stream', 2.5),
    ],
  },
  skyline: {
    about: 'Hills and a house against the sky',
    strokes: [
      full('M4,76V52Q24,40 44,54L56,54V38H74V54Q94,40 116,58V76Z', 'hill'),
      line('M4,52Q24,40 44,54L56,54V38H74V54Q94,40 116,58', 'ink', 2),
    ],
  },
  margin: {
    about: 'The angle between the sight-line and a tree',
    strokes: [
      ground,
      full(circle(86, 48, 13), 'hill'),
      line('M86,72V56', 'ink', 3),
      line('M12,72L112,6', 'stream', 2.5),
      dashed('M12,72L80,36'),
      line('M56,43A60,60 0 0 1 61,47', 'ochre', 3),
    ],
  },
  clearance: {
    about: 'A ring of free sky about the satellite',
    strokes: [
      line(circle(60, 36, 28), 'ochre', 2),
      full(circle(60, 36, 5), 'stream'),
      full('M4,78V70Q40,58 116,72V78Z', 'hill'),
    ],
  },
  tube: {
    about: 'The room that the beam needs, as wide as the dish',
    strokes: [
      dashed('M20,46L100,6M36,74L116,34', 'stream'),
      line('M28,60L108,20', 'stream', 2.5),
      line('M16,42Q18,68 40,78', 'ink', 4),
    ],
  },
  'sight-line': {
    about: 'A straight line from the dish past a roof to the satellite',
    strokes: [
      ground,
      line('M8,52Q10,66 24,70', 'ink', 3),
      dashed('M14,62L110,10', 'stream'),
      full(circle(110, 10, 5), 'stream'),
      line('M56,72V56L72,44L88,56V72', 'quiet', 2),
    ],
  },
  'geostationary arc': {
    about: 'An arc over the horizon with satellites on it',
    strokes: [
      ground,
      dashed('M8,66Q60,-20 112,66', 'stream'),
      full(circle(60, 23, 5), 'stream'),
      full(circle(86, 34, 4), 'quiet'),
      full(circle(32, 36, 4), 'quiet'),
    ],
  },
  footprint: {
    about: 'An outline on the map',
    strokes: [
      line('M30,18Q62,2 92,22Q112,44 84,64Q48,78 24,58Q12,38 30,18Z', 'stream', 2.5),
      full(circle(66, 44, 4), 'ochre'),
    ],
  },
  plumb: {
    about: 'A mast upright beside a plumb line',
    strokes: [ground, line('M50,72V10', 'ink', 5), line('M76,10V56', 'quiet', 1.5), full('M72,56H80L76,68Z', 'ochre')],
  },
  backlash: {
    about: 'A screw turns a little before the head follows',
    strokes: [
      line('M14,30H60V52H14Z', 'quiet', 2),
      line('M68,30H108V52H68Z', 'ink', 2),
      dashed('M60,20V62M68,20V62', 'rust'),
      line('M28,14H50M44,8L52,14L44,20', 'stream', 2.5),
    ],
  },
  'service loop': {
    about: 'A turn of spare cable',
    strokes: [line('M8,60H40A20,20 0 1 1 62,60H112', 'stream', 3)],
  },
  peak: {
    about: 'The level rises, reaches its top, and falls',
    strokes: [
      ground,
      line('M8,66Q34,60 60,18Q86,60 112,66', 'stream', 2.5),
      dashed('M60,18V72', 'ochre'),
      full(circle(60, 18, 5), 'ochre'),
    ],
  },
  'line-up': {
    about: 'A dish sends, a desk measures',
    strokes: [
      line('M8,44Q10,66 32,72', 'ink', 4),
      dashed('M20,58L62,8L104,56', 'stream'),
      full(circle(62, 8, 5), 'stream'),
      line('M90,72V56H118V72', 'quiet', 2),
    ],
  },
  'sun outage': {
    about: 'The sun stands behind the satellite',
    strokes: [
      ground,
      full(circle(84, 22, 16), 'hill'),
      line(circle(84, 22, 16), 'ochre', 2),
      full(circle(84, 22, 4), 'stream'),
      dashed('M16,70L84,22'),
    ],
  },
  cone: {
    about: 'The part of the sky that a panel sees',
    strokes: [
      ground,
      full('M60,66L14,10H106Z', 'hill'),
      line('M36,72L84,60', 'ink', 4),
      dashed('M60,66L52,8', 'stream'),
    ],
  },
}
export const pictureOfWord = (word: string) => PICTURES[word.toLowerCase()] ?? null
