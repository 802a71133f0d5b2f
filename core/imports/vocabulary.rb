# frozen_string_literal: true

module Core
  module Imports
    # Words of closed lists: what people write, and what is meant. House rules.
    module Vocabulary
      YES = %w[y yes true x 1 ja oui].freeze
      NO = %w[n no false 0].freeze
      WHAT = {
        "tagged" => ["tagged", "tag", "release", "released", "rel", "new", "t", "newly tagged",
          "first"],
        "recaptured" => ["recaptured", "recapture", "recap", "rec", "r", "again", "resighting",
          "caught again", "reported"],
        "untagged" => ["untagged", "capture", "catch", "caught", "c", "no tag", "not tagged"],
        "kept" => %w[kept retained taken k],
        "none" => ["no fish", "blank", "none", "nothing", "nil", "zero"]
      }.freeze
      AGAIN = { "yes" => [*YES, "recap", "recapture", "r"], "no" => NO }.freeze
      # A mere yes or no answers the head of its column, so it stands under Guess.
      FATE = {
        "released" => ["released", "rel", "r", "returned", "let go", "alive", "back"],
        "kept" => %w[kept k retained taken harvested eaten], "dead" => %w[dead died],
        "unknown" => ["unknown", "not known", "nobody knows"]
      }.freeze
      HOOK_PLACES = {
        "lip" => %w[lip lips], "jaw_corner" => ["jaw corner", "jaw", "corner", "scissors", "hinge"],
        "roof" => ["roof", "roof of mouth", "mouth"], "tongue" => %w[tongue],
        "outside" => ["outside", "foul", "foul hooked", "body"], "eye" => %w[eye],
        "gill" => %w[gill gills], "throat" => %w[throat deep gullet],
        "stomach" => ["stomach", "gut", "gut hooked", "swallowed"]
      }.freeze
      HOOK_TYPES = { "circle" => %w[circle], "j" => ["j", "j hook", "single"],
                     "treble" => %w[treble trebles] }.freeze
      BLEEDING = { "none" => [*NO, "none"], "light" => ["light", "little", "a little"],
                   "heavy" => %w[heavy heavily much] }.freeze
      OUTCOMES = {
        "strong" => %w[strong strongly well], "slow" => %w[slow slowly], "sank" => %w[sank],
        "floated" => %w[floated afloat], "predator" => ["predator", "taken by a predator"],
        "lost_from_sight" => ["lost from sight", "not seen"]
      }.freeze
      LENGTH_KINDS = {
        "FL" => ["fork length", "fl", "fork"], "TL" => ["total length", "tl", "total"],
        "SL" => ["standard length", "sl", "standard"], "DW" => ["disc width", "dw"],
        "CW" => ["shell width", "cw"]
      }.freeze
      LENGTH_HOWS = {
        "board" => ["board", "measuring board"], "tape" => %w[tape], "ruler" => %w[ruler rule],
        "photo" => %w[photo picture], "estimate" => %w[estimate estimated guess est]
      }.freeze
      PLATFORMS = {
        "shore" => %w[shore beach rocks rock bank], "pier" => %w[pier wall harbour jetty],
        "boat" => %w[boat], "kayak" => %w[kayak canoe], "wading" => %w[wading waders],
        "unknown" => ["unknown", "not known"]
      }.freeze
      TITLES = {
        "tagged" => "tagged", "recaptured" => "caught again", "untagged" => "caught, no tag",
        "kept" => "kept", "none" => "no fish that day",
        **Fish::Length::KINDS
      }.freeze

      OF = { what: WHAT, again: AGAIN, fate: FATE, hook_place: HOOK_PLACES,
             hook_type: HOOK_TYPES, bleeding: BLEEDING, outcome: OUTCOMES,
             length_kind: LENGTH_KINDS, length_how: LENGTH_HOWS, platform: PLATFORMS }.freeze

      # { field => Names }
      def self.names
        OF.transform_values do |words|
          Names.new(words.to_h { |code, words_for| [code, [title(code), *words_for, code]] })
        end
      end

      def self.title(code) = TITLES.fetch(code) { code.tr("_", " ") }
    end
  end
end
