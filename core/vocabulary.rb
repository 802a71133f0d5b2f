# frozen_string_literal: true

module Core
  # The closed lists of a record: each code with the words that people write for it, on paper and in
  # old tables. House rules. Fields take their codes from here, the importer its words.
  module Vocabulary
    YES = %w[y yes true x 1 ja oui].freeze
    NO = %w[n no false 0].freeze
    # A mere yes or no answers the head of its column, so it stands under Imports::Guess.
    FATE = {
      "released" => ["released", "rel", "r", "returned", "let go", "alive", "back"],
      "kept" => %w[kept k retained taken harvested eaten], "dead" => %w[dead died],
      "unknown" => ["unknown", "not known", "nobody knows"]
    }.freeze
    HOOK_PLACE = {
      "lip" => %w[lip lips], "jaw_corner" => ["jaw corner", "jaw", "corner", "scissors", "hinge"],
      "roof" => ["roof", "roof of mouth", "mouth"], "tongue" => %w[tongue],
      "outside" => ["outside", "foul", "foul hooked", "body"], "eye" => %w[eye],
      "gill" => %w[gill gills], "throat" => %w[throat deep gullet],
      "stomach" => ["stomach", "gut", "gut hooked", "swallowed"]
    }.freeze
    HOOK_TYPE = { "circle" => %w[circle], "j" => ["j", "j hook", "single"],
                  "treble" => %w[treble trebles] }.freeze
    BLEEDING = { "none" => [*NO, "none"], "light" => ["light", "little", "a little"],
                 "heavy" => %w[heavy heavily much] }.freeze
    OUTCOME = {
      "strong" => %w[strong strongly well], "slow" => %w[slow slowly], "sank" => %w[sank],
      "floated" => %w[floated afloat], "predator" => ["predator", "taken by a predator"],
      "lost_from_sight" => ["lost from sight", "not seen"]
    }.freeze
    LENGTH_KIND = {
      "FL" => ["fork length", "fl", "fork"], "TL" => ["total length", "tl", "total"],
      "SL" => ["standard length", "sl", "standard"], "DW" => ["disc width", "dw"],
      "CW" => ["shell width", "cw"]
    }.freeze
    LENGTH_HOW = {
      "board" => ["board", "measuring board"], "tape" => %w[tape], "ruler" => %w[ruler rule],
      "photo" => %w[photo picture], "estimate" => %w[estimate estimated guess est]
    }.freeze
    PLATFORM = {
      "shore" => %w[shore beach rocks rock bank], "pier" => %w[pier wall harbour jetty],
      "boat" => %w[boat], "kayak" => %w[kayak canoe], "wading" => %w[wading waders],
      "unknown" => ["unknown", "not known"]
    }.freeze

    # Lists that are only ever chosen, never read from a table.
    RELEASED_OR_KEPT = %w[released kept].freeze
    # At the water a fish can also get away before anybody could let it go.
    FATE_AT_WATER = [*RELEASED_OR_KEPT, "lost"].freeze
    LEFT_IN_FISH = %w[nothing hook hook_and_line].freeze
    SEX = %w[female male].freeze
    SPAWNING = %w[ripe running spent].freeze
    ORIGIN = %w[wild stocked].freeze
    # What the evening asks for and somebody may answer with "not known".
    ASKED_LATER = %w[length place air hook_place bleeding outcome tare].freeze
    KIND = %w[tagged recaptured untagged].freeze
    HOOK_SIDE = %w[left right].freeze
    REMOVAL = %w[by_itself in_water remover pliers cut_hook cut_line pulled].freeze
    MARKS = %w[old_hook_scar open_wound scale_loss eye_damage parasites].freeze
    HANDLING = %w[dry_surface dropped hung_by_jaw sent_down].freeze
    PRESSURE_SIGNS = %w[stomach_out gut_out eyes_bulging swollen].freeze
    TAG_ACT = %w[left replaced added removed].freeze
    TAG_WHERE = %w[board water].freeze
    WEIGHT_HOW = %w[scale typed].freeze
    PLACE_HOW = %w[phone boat map track].freeze

    # The codes of a list, with or without words.
    def self.codes(list) = list.is_a?(Hash) ? list.keys : list
  end
end
