# frozen_string_literal: true

module Core
  module Drawing
    # The forms of all guilds, drawn from what their animals have in common: proportions, where fins
    # stand, which have spines, how the tail and the mouth are made.
    module Forms
      # On the middle of the side, a little above it in front.
      STRAIGHT = [[200, -0.25], [400, -0.18], [600, -0.08], [840, 0.0]].freeze
      ARCHED = [[190, -0.45], [350, -0.5], [550, -0.35], [700, -0.1], [840, 0.0]].freeze

      ROWS = {
        "small_spiny_rayed" => {
          body: [[0, 5, 5], [50, 70, 62], [130, 148, 118], [260, 205, 168], [400, 212, 182],
            [560, 176, 160], [700, 104, 98], [790, 56, 54], [835, 52, 50]],
          tail: ["rounded", 92, 92, 0],
          fins: [["spiny", "back", 270, 560, 74, 20, 10], ["soft", "back", 560, 745, 100, 50, 0],
            ["spiny", "belly", 560, 620, 66, 24, 3], ["soft", "belly", 620, 745, 92, 46, 0],
            ["pelvic", "belly", 300, 350, 118, 60, 1]],
          pectoral: [285, 48, 130, 66], eye: [112, -52, 24], gill: 250, mouth: [62, 22],
          lateral: ARCHED, extras: %w[scales bars], seen: "side"
        },
        "trout_and_salmon" => {
          body: [[0, 6, 6], [50, 42, 34], [120, 72, 62], [240, 104, 98], [400, 116, 114],
            [560, 100, 96], [700, 66, 62], [790, 46, 44], [850, 48, 46]],
          tail: ["square", 98, 98, 12],
          fins: [["soft", "back", 410, 525, 88, 34, 0], ["adipose", "back", 712, 752, 34, 30, 0],
            ["soft", "belly", 640, 735, 74, 40, 0], ["pelvic", "belly", 470, 515, 74, 40, 0]],
          pectoral: [212, 62, 104, 34], eye: [104, -24, 15], gill: 205, mouth: [116, 22],
          lateral: STRAIGHT, extras: %w[spots], seen: "side"
        },
        "bass_like" => {
          body: [[0, 8, 10], [50, 46, 50], [130, 88, 84], [250, 126, 116], [400, 136, 124],
            [560, 112, 104], [700, 68, 64], [790, 44, 42], [840, 44, 42]],
          tail: ["forked", 116, 116, 62],
          fins: [["spiny", "back", 320, 505, 92, 26, 9], ["soft", "back", 535, 690, 78, 44, 0],
            ["spiny", "belly", 570, 610, 54, 22, 3], ["soft", "belly", 610, 700, 74, 42, 0],
            ["pelvic", "belly", 300, 345, 96, 52, 1]],
          pectoral: [278, 44, 104, 50], eye: [118, -30, 19], gill: 250, mouth: [112, 42],
          lateral: STRAIGHT, extras: %w[big_mouth scales], seen: "side"
        },
        "deep_water_spiny" => {
          body: [[0, 10, 22], [40, 62, 66], [120, 132, 112], [240, 176, 142], [380, 178, 150],
            [540, 138, 124], [680, 82, 76], [780, 48, 46], [840, 48, 46]],
          tail: ["square", 92, 92, 8],
          fins: [["spiny", "back", 230, 560, 96, 18, 12], ["soft", "back", 560, 700, 92, 46, 0],
            ["spiny", "belly", 560, 615, 84, 24, 3], ["soft", "belly", 615, 710, 82, 42, 0],
            ["pelvic", "belly", 300, 345, 108, 56, 1]],
          pectoral: [268, 52, 150, 86], eye: [122, -50, 40], gill: 252, mouth: [96, 58],
          lateral: STRAIGHT, extras: %w[cheek_spines], seen: "side"
        },
        "long_jawed_toothed" => {
          body: [[0, 8, 10], [60, 18, 22], [150, 34, 40], [240, 60, 56], [400, 74, 74],
            [600, 74, 74], [720, 62, 60], [800, 36, 34], [855, 34, 32]],
          tail: ["forked", 96, 96, 46],
          fins: [["soft", "back", 690, 795, 82, 30, 0], ["soft", "belly", 705, 800, 74, 30, 0],
            ["pelvic", "belly", 480, 520, 62, 36, 0]],
          pectoral: [262, 46, 80, 30], eye: [172, -24, 14], gill: 258, mouth: [158, 14],
          lateral: STRAIGHT, extras: %w[flat_snout teeth blotches], seen: "side"
        },
        "whiskered_spined" => {
          body: [[0, 14, 16], [40, 38, 40], [120, 72, 70], [240, 104, 98], [340, 112, 108],
            [520, 92, 92], [680, 66, 62], [790, 44, 42], [840, 42, 40]],
          tail: ["forked", 104, 104, 56],
          fins: [["armed", "back", 290, 365, 112, 26, 1], ["adipose", "back", 690, 735, 38, 34, 0],
            ["soft", "belly", 520, 755, 62, 34, 0], ["pelvic", "belly", 450, 490, 62, 36, 0]],
          pectoral: [214, 74, 112, 30], eye: [100, -30, 10], gill: 210, mouth: [52, 22],
          lateral: STRAIGHT, extras: %w[whiskers armed_pectoral], seen: "side"
        },
        "carp_like" => {
          body: [[0, 8, 12], [50, 56, 50], [120, 104, 88], [240, 158, 132], [380, 172, 150],
            [540, 142, 132], [680, 92, 88], [780, 58, 56], [835, 56, 54]],
          tail: ["forked", 122, 122, 64],
          fins: [["armed", "back", 350, 690, 92, 40, 1], ["armed", "belly", 650, 715, 78, 44, 1],
            ["pelvic", "belly", 420, 465, 92, 46, 0]],
          pectoral: [236, 86, 106, 46], eye: [106, -38, 14], gill: 218, mouth: [36, 26],
          lateral: STRAIGHT, extras: %w[large_scales short_whiskers], seen: "side"
        },
        "river_perch_like" => {
          body: [[0, 2, 12], [70, 30, 48], [150, 56, 84], [240, 112, 112], [360, 150, 128],
            [520, 128, 116], [660, 88, 82], [770, 60, 58], [835, 60, 58]],
          tail: ["rounded", 96, 96, 0],
          fins: [["spiny", "back", 320, 510, 92, 24, 8], ["soft", "back", 540, 690, 84, 48, 0],
            ["spiny", "belly", 590, 630, 60, 20, 3], ["soft", "belly", 630, 720, 80, 44, 0],
            ["pelvic", "belly", 320, 365, 102, 54, 1]],
          pectoral: [290, 46, 104, 52], eye: [146, -16, 17], gill: 262, mouth: [136, 44],
          lateral: ARCHED, extras: %w[big_mouth scales], seen: "side"
        },
        "flat_headed_ambusher" => {
          body: [[0, 6, 10], [80, 26, 26], [180, 48, 40], [280, 66, 50], [420, 64, 54],
            [600, 52, 46], [740, 38, 34], [810, 30, 28], [860, 30, 28]],
          tail: ["rounded", 66, 66, 0],
          fins: [["spiny", "back", 330, 455, 82, 24, 8], ["soft", "back", 490, 745, 62, 30, 0],
            ["soft", "belly", 500, 750, 44, 24, 0], ["pelvic", "belly", 300, 350, 104, 70, 1]],
          pectoral: [282, 24, 92, 54], eye: [150, -44, 16], gill: 270, mouth: [128, 12],
          lateral: STRAIGHT, extras: %w[big_mouth cheek_spines speckles], seen: "side"
        },
        "flatfish" => {
          body: [[0, 6, 14], [40, 70, 76], [140, 186, 190], [280, 258, 258], [420, 270, 270],
            [580, 226, 226], [720, 128, 128], [800, 56, 56], [845, 48, 48]],
          tail: ["rounded", 78, 78, 0],
          fins: [["fringe", "back", 90, 790, 62, 10, 0], ["fringe", "belly", 210, 790, 62, 10, 0]],
          pectoral: [228, 26, 104, 44], eye: [104, -62, 20], gill: 214, mouth: [58, 34],
          lateral: [[200, -0.1], [240, -0.32], [310, -0.34], [370, -0.05], [600, 0.0], [840, 0.0]],
          extras: %w[second_eye blotches], seen: "above"
        },
        "toothed_marine" => {
          body: [[0, 6, 12], [80, 28, 34], [180, 58, 60], [300, 76, 76], [460, 80, 78],
            [620, 70, 66], [740, 50, 46], [810, 32, 30], [850, 32, 30]],
          tail: ["forked", 118, 118, 78],
          fins: [["spiny", "back", 370, 450, 62, 20, 5], ["soft", "back", 610, 705, 62, 34, 0],
            ["soft", "belly", 615, 705, 60, 34, 0], ["pelvic", "belly", 350, 385, 56, 32, 0]],
          pectoral: [272, 16, 80, 32], eye: [150, -22, 18], gill: 248, mouth: [126, 26],
          lateral: STRAIGHT, extras: %w[big_mouth teeth], seen: "side"
        },
        "skates_and_rays" => {
          body: [[0, 8, 8], [60, 78, 78], [150, 190, 190], [260, 318, 318], [330, 344, 344],
            [420, 270, 270], [520, 138, 138], [580, 62, 62], [640, 26, 26], [1000, 5, 5]],
          tail: ["none", 0, 0, 0],
          fins: [["tail_fin", "back", 880, 915, 22, 10, 0],
            ["tail_fin", "back", 930, 962, 20, 10, 0]],
          pectoral: [0, 0, 0, 0], eye: [146, -34, 13], gill: 240, mouth: [0, 0],
          lateral: [[200, 0.0], [900, 0.0]], extras: %w[second_eye_across thorns claspers],
          seen: "above"
        },
        "sharks" => {
          body: [[0, 4, 6], [60, 34, 34], [150, 64, 58], [280, 90, 76], [420, 96, 80],
            [560, 72, 64], [680, 44, 42], [770, 30, 28], [820, 26, 26]],
          tail: ["shark", 150, 78, 0],
          fins: [["shark", "back", 365, 470, 122, 62, 0], ["shark", "back", 690, 740, 52, 36, 0],
            ["shark", "belly", 700, 745, 42, 34, 0], ["shark", "belly", 555, 615, 50, 34, 0]],
          pectoral: [290, 66, 150, 78], eye: [104, -18, 11], gill: 270, mouth: [110, 44],
          lateral: STRAIGHT, extras: %w[gill_slits under_mouth], seen: "side"
        },
        "fast_open_water" => {
          body: [[0, 4, 4], [60, 46, 42], [160, 94, 88], [300, 128, 124], [440, 122, 120],
            [600, 78, 76], [730, 34, 32], [810, 14, 14], [858, 13, 13]],
          tail: ["crescent", 148, 148, 96],
          fins: [["spiny", "back", 300, 470, 70, 30, 9], ["sickle", "back", 505, 560, 88, 56, 0],
            ["sickle", "belly", 535, 590, 86, 56, 0], ["pelvic", "belly", 320, 350, 58, 36, 0],
            ["finlets", "back", 600, 800, 16, 8, 7], ["finlets", "belly", 610, 800, 16, 8, 7]],
          pectoral: [262, 14, 150, 34], eye: [96, -16, 17], gill: 236, mouth: [86, 22],
          lateral: STRAIGHT, extras: %w[keel stripes_above], seen: "side"
        },
        "billed" => {
          body: [[0, 2, 3], [110, 8, 8], [215, 22, 20], [290, 72, 66], [400, 92, 88],
            [540, 82, 78], [680, 52, 48], [790, 20, 20], [855, 15, 15]],
          tail: ["crescent", 158, 158, 108],
          fins: [["sail", "back", 315, 620, 126, 40, 0], ["soft", "back", 720, 765, 34, 24, 0],
            ["sickle", "belly", 600, 665, 70, 46, 0], ["pelvic", "belly", 380, 395, 120, 96, 0]],
          pectoral: [352, 40, 132, 30], eye: [272, -20, 13], gill: 335, mouth: [246, 16],
          lateral: [[340, -0.4], [450, -0.2], [620, 0.0], [840, 0.0]], extras: %w[bill keel],
          seen: "side"
        },
        "sturgeon_like" => {
          body: [[0, -6, 22], [70, 16, 36], [160, 48, 52], [280, 80, 66], [420, 88, 66],
            [580, 70, 56], [720, 46, 38], [800, 30, 26], [840, 26, 24]],
          tail: ["shark", 118, 84, 0],
          fins: [["soft", "back", 690, 765, 68, 40, 0], ["soft", "belly", 725, 780, 52, 34, 0],
            ["pelvic", "belly", 620, 655, 50, 34, 0]],
          pectoral: [258, 54, 118, 34], eye: [140, -10, 8], gill: 244, mouth: [128, 46],
          lateral: STRAIGHT, extras: %w[scutes under_whiskers under_mouth], seen: "side"
        },
        "crabs_and_lobsters" => {
          body: [[230, 40, 40], [300, 150, 150], [380, 238, 238], [460, 290, 290], [560, 268, 268],
            [660, 190, 190], [720, 96, 96], [740, 40, 40]],
          tail: ["none", 0, 0, 0], fins: [], pectoral: [0, 0, 0, 0], eye: [246, -40, 17], gill: 0,
          mouth: [0, 0], lateral: [[300, 0.0], [700, 0.0]],
          extras: %w[second_eye_across claws legs], seen: "above"
        },
        "general" => {
          body: [[0, 12, 8], [50, 50, 44], [120, 82, 82], [240, 112, 118], [380, 114, 120],
            [540, 88, 88], [680, 58, 56], [790, 34, 32], [850, 34, 32]],
          tail: ["square", 84, 84, 6],
          fins: [["soft", "back", 275, 395, 98, 34, 0], ["soft", "back", 415, 580, 70, 36, 0],
            ["soft", "back", 605, 735, 58, 30, 0], ["soft", "belly", 415, 570, 66, 36, 0],
            ["soft", "belly", 600, 730, 56, 30, 0], ["pelvic", "belly", 232, 262, 74, 30, 0]],
          pectoral: [258, 10, 96, 48], eye: [108, -34, 18], gill: 236, mouth: [86, 34],
          lateral: [[215, -0.6], [330, -0.62], [480, -0.4], [600, -0.1], [840, 0.0]],
          extras: %w[chin_whisker], seen: "side"
        }
      }.freeze
    end
  end
end
