/**
 * One outline per handling guild, drawn by us, snout to the left, in a box of 320 by 150, with the
 * landmarks
 * for measuring, holding and tagging. Several guilds share a body and differ in tail, fins and
 * landmarks.
 */
export interface GuildShape {
  body: string
  /** Fins, spines, barbels, lines. */
  detail: string
  eye: [number, number]
  /** From where to where the length goes, on the x axis. */
  measure: [number, number]
  /** Where the tag goes in; null where this tag does not go. */
  tag: [number, number] | null
  /** Where the hands go. */
  hold: [number, number][]
  /** What can hurt. */
  mind: [number, number][]
}

const FORK = 'L292 40q-14 32 0 64L246 82'
const SQUARE = 'L288 48q4 24 0 50L246 84'
const ROUND = 'L276 50q22 22 0 46L246 84'
const CRESCENT = 'L300 22q-34 46 0 96L252 78'
const slender = (tail: string) =>
  `M14 76C44 44 104 28 164 30c38 2 62 14 82 32${tail}C222 104 186 116 146 114 92 112 42 98 14 76Z`
const deep = (tail: string) =>
  `M18 78C46 34 102 12 164 18c40 4 66 22 82 42${tail}C228 118 186 138 140 134 84 130 44 108 18 78Z`
const long = (tail: string) =>
  `M10 78C60 58 130 50 200 54c22 2 34 6 46 12${tail}C220 100 160 106 110 102 70 98 36 90 10 78Z`

const LATERAL = 'M66 74c60-14 120-10 184 0'
const GILL = 'M62 52c12 14 12 36 0 48'
const SPINY = 'M100 34l8-22 8 18 8-22 8 18 8-20 8 20 8-16 6 20'
const SOFT_DORSAL = 'M172 34c14-16 34-12 44 14'
const ANAL = 'M176 112c4 14 16 16 24 12'
const PELVIC = 'M104 110c2 14 10 18 20 18'

const TAG: [number, number] = [150, 52]

export const GUILD_SHAPES: Record<string, GuildShape> = {
  small_spiny_rayed: {
    body: deep(ROUND),
    detail:
      'M92 26l8-20 8 16 8-20 8 16 8-18 8 18 8-14 6 18M172 24c14-14 36-8 46 20M170 134' +
      'l6 14 8-14M64 46c12 18 12 44 0 60M70 74c60-14 120-12 178 2',
    eye: [46, 62],
    measure: [18, 288],
    tag: [146, 44],
    hold: [[96, 96]],
    mind: [
      [124, 10],
      [178, 142],
    ],
  },
  trout_and_salmon: {
    body: slender(SQUARE),
    detail: `M130 30c8-18 28-18 36 2M208 44c4-8 12-8 14 4${ANAL}${PELVIC}${GILL}${LATERAL}`,
    eye: [42, 66],
    measure: [14, 290],
    tag: [146, 50],
    hold: [[110, 104]],
    mind: [],
  },
  bass_like: {
    body: slender(FORK),
    detail: `${SPINY}${SOFT_DORSAL}${ANAL}${PELVIC}${GILL}${LATERAL}`,
    eye: [44, 64],
    measure: [14, 280],
    tag: TAG,
    hold: [
      [18, 82],
      [140, 106],
    ],
    mind: [
      [66, 84],
      [120, 14],
    ],
  },
  deep_water_spiny: {
    body: deep(SQUARE),
    detail:
      'M84 30l8-26 8 20 8-26 8 20 8-24 8 22 8-22 8 22 8-18 6 22M178 24' +
      'c14-12 32-6 40 18M170 134l6 14 8-14M64 46l14 10-8 10 12 10-10 10 10 10-14 12' +
      'M70 74c60-14 120-12 178 2',
    eye: [46, 60],
    measure: [18, 290],
    tag: [148, 44],
    hold: [
      [22, 86],
      [130, 118],
    ],
    mind: [
      [112, 6],
      [80, 76],
      [178, 142],
    ],
  },
  long_jawed_toothed: {
    body: long(FORK),
    detail:
      'M196 54c8-16 28-14 34 6M198 100c8 14 24 14 30-2M120 102c4 12 12 14 20 14M10 78' +
      'l60 0M22 78l3-4 3 4 3-4 3 4 3-4 3 4M84 58c8 10 8 28 0 38M90 76' +
      'c50-8 100-6 156 2',
    eye: [70, 66],
    measure: [10, 280],
    tag: [186, 62],
    hold: [
      [82, 90],
      [170, 100],
    ],
    mind: [[34, 78]],
  },
  whiskered_spined: {
    body: slender(FORK),
    detail:
      'M14 78C4 92 2 108 8 124M22 84c0 16 6 30 14 40M16 72C6 62 2 50 4 40M116 32' +
      'l6-26 12 24M76 96l-18 24 30-14M206 42c6-8 14-6 16 4M150 114c24 14 54 10 72-4' +
      'M62 52c12 14 12 36 0 48',
    eye: [46, 64],
    measure: [14, 280],
    tag: [150, 50],
    hold: [
      [86, 88],
      [130, 106],
    ],
    mind: [
      [122, 8],
      [62, 116],
    ],
  },
  carp_like: {
    body: deep(FORK),
    detail:
      'M106 22c6-18 16-18 18-14 24 4 50 14 74 34M168 134l8 14 14-18M100 132' +
      'c4 12 14 16 26 12M18 82c-4 8-4 14 0 20M64 46c12 18 12 44 0 60M70 76' +
      'c60-14 120-12 178 2',
    eye: [48, 64],
    measure: [18, 280],
    tag: [150, 44],
    hold: [
      [90, 118],
      [176, 128],
    ],
    mind: [[112, 8]],
  },
  river_perch_like: {
    body: deep(ROUND),
    detail:
      'M100 22l8-18 8 16 8-18 8 16 8-16 8 16M172 24c14-12 36-6 46 20M170 134' +
      'c4 12 14 14 22 8M64 46l12 20-6 12 8 12-14 18M70 74c60-14 120-12 178 2',
    eye: [42, 62],
    measure: [18, 288],
    tag: [150, 44],
    hold: [
      [80, 118],
      [190, 124],
    ],
    mind: [[78, 84]],
  },
  flat_headed_ambusher: {
    body:
      'M6 92C40 76 80 66 120 64c60-2 100 8 126 18L286 66q14 22 0 44L246 100' +
      'C200 112 100 116 50 108 28 104 14 98 6 92Z',
    detail:
      'M126 64l6-22 6 20 8-18 6 18M176 66c16-18 40-10 52 8M176 110c16 10 36 8 50-4' +
      'M70 76l-4-10M78 74l-2-12M88 84c6 8 6 16 0 22',
    eye: [64, 78],
    measure: [6, 292],
    tag: [158, 76],
    hold: [
      [10, 98],
      [150, 110],
    ],
    mind: [
      [72, 64],
      [132, 44],
    ],
  },
  flatfish: {
    body:
      'M20 76C40 30 100 10 160 14c44 4 74 26 88 52L288 56q8 20 0 40L248 88' +
      'C232 116 200 136 156 138 96 140 40 122 20 76Z',
    detail:
      'M34 48C60 20 110 2 164 6c44 4 72 22 86 46M34 104' +
      'c26 28 76 44 128 40 42-4 70-22 86-44M60 52c12 14 12 34 0 50M66 76' +
      'c60-6 120-6 182 0',
    eye: [46, 60],
    measure: [20, 291],
    tag: [150, 40],
    hold: [
      [80, 120],
      [200, 120],
    ],
    mind: [[22, 80]],
  },
  toothed_marine: {
    body: slender(FORK),
    detail:
      'M108 32l6-10 6 8 6-10 6 8 6-8M166 32c20-18 44-6 56 16M170 114c16 14 36 10 48-6' +
      `M14 76l40 6M20 77l2 5 4-4 2 5 4-4 2 5 4-3${GILL}${LATERAL}`,
    eye: [44, 62],
    measure: [14, 280],
    tag: [150, 52],
    hold: [],
    mind: [[26, 80]],
  },
  skates_and_rays: {
    body:
      'M160 8C210 20 276 50 306 76 262 92 214 116 176 118L164 146 152 118' +
      'C110 116 58 92 14 76 44 50 110 20 160 8Z',
    detail:
      'M140 40c4-4 8-4 12 0M168 40c4-4 8-4 12 0M136 72l10 4M136 82l10 4M184 72l-10 4' +
      'M184 82l-10 4M160 60v60M164 146q4 2 10 2',
    eye: [146, 34],
    measure: [14, 306],
    tag: null,
    hold: [
      [100, 40],
      [220, 40],
    ],
    mind: [[164, 138]],
  },
  sharks: {
    body:
      'M8 74C50 56 110 46 170 52c34 2 60 8 82 16L304 18q-14 32-22 54l14 26-44-18' +
      'C200 96 120 104 70 94 40 88 20 82 8 74Z',
    detail:
      'M120 48l22-34 12 36M206 58l14-18 6 22M96 96l-26 32 44-28M196 94l10 14 10-18' +
      'M70 66v18M78 64v20M86 64v20M94 64v20M18 82c10 4 18 4 26 2',
    eye: [34, 68],
    measure: [8, 304],
    tag: [150, 60],
    hold: [
      [240, 74],
      [104, 94],
    ],
    mind: [[28, 84]],
  },
  fast_open_water: {
    body: slender(CRESCENT),
    detail:
      'M106 34l6-20c16 4 30 8 40 18M168 34l10-22 2 24M172 114l10 22 2-24M198 40' +
      'l4-4 4 6 4-3 4 6 4-3 4 6M198 110l4 4 4-5 4 3 4-5M92 84c20-8 40-8 56-2M62 52' +
      'c12 14 12 36 0 48',
    eye: [42, 68],
    measure: [14, 276],
    tag: [160, 50],
    hold: [
      [120, 108],
      [240, 72],
    ],
    mind: [],
  },
  billed: {
    body:
      'M4 74L84 66C120 50 160 46 196 54c22 4 40 10 54 16L306 28q-26 46 0 92L250 84' +
      'C210 98 150 104 110 94 96 88 90 82 84 78L4 76Z',
    detail:
      'M112 54c10-36 40-40 60-34 20 4 40 14 56 34M150 100l-10 28 22-26M208 96' +
      'l6 12 8-16M98 62c8 8 8 20 0 26',
    eye: [92, 68],
    measure: [84, 280],
    tag: [160, 60],
    hold: [
      [30, 70],
      [56, 74],
    ],
    mind: [[10, 74]],
  },
  sturgeon_like: {
    body:
      'M6 84L50 70C100 54 160 54 210 62c20 2 34 6 44 10L306 24q-10 34-24 54' +
      'l8 20-40-14C200 98 120 106 70 98 44 94 22 90 6 84Z',
    detail:
      'M60 68l6-8 6 6 8-8 6 6 10-8 6 6 10-8 8 6 10-8 8 6 10-6 8 6M208 62l16-16 8 20' +
      'M64 80l8-4 8 4 10-4 10 4 10-4 10 4 12-4 12 4 12-4 12 4 12-4M30 90v8M36 92v8' +
      'M84 72c6 8 6 18 0 26',
    eye: [54, 78],
    measure: [6, 306],
    tag: [196, 72],
    hold: [
      [110, 100],
      [214, 92],
    ],
    mind: [[100, 56]],
  },
  crabs_and_lobsters: {
    body: 'M70 60C90 26 230 26 250 60c10 24-20 58-90 58S60 84 70 60Z',
    detail:
      'M78 56C50 50 34 36 30 16l14 10 6-14c10 16 18 28 40 30M242 56c28-6 44-20 48-40' +
      'l-14 10-6-14c-10 16-18 28-40 30M84 96L44 116M98 106L64 132M236 96l40 20' +
      'M222 106l34 26M112 114l-16 28M208 114l16 28M130 40v-10M190 40v-10',
    eye: [130, 28],
    measure: [68, 252],
    tag: null,
    hold: [
      [100, 136],
      [220, 136],
    ],
    mind: [
      [36, 20],
      [284, 20],
    ],
  },
  general: {
    body: slender(FORK),
    detail:
      'M84 34c16-18 34-14 42-2M134 32c12-14 30-10 40 2M182 36c12-10 26-6 34 8M120 112' +
      `c12 12 28 12 40 2M172 112c12 10 28 6 38-6${GILL}${LATERAL}`,
    eye: [42, 66],
    measure: [14, 280],
    tag: TAG,
    hold: [
      [80, 100],
      [170, 112],
    ],
    mind: [],
  },
}
