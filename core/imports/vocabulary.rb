# frozen_string_literal: true

module Core
  module Imports
    # The words of a table's cells, by the importer's field: those of Core::Vocabulary, and what a
    # row is about. House rules.
    module Vocabulary
      WHAT = {
        "tagged" => ["tagged", "tag", "release", "released", "rel", "new", "t", "newly tagged",
          "first"],
        "recaptured" => ["recaptured", "recapture", "recap", "rec", "r", "again", "resighting",
          "caught again", "reported"],
        "untagged" => ["untagged", "capture", "catch", "caught", "c", "no tag", "not tagged"],
        "kept" => %w[kept retained taken k],
        "none" => ["no fish", "blank", "none", "nothing", "nil", "zero"]
      }.freeze
      AGAIN = {
        "yes" => [*Core::Vocabulary::YES, "recap", "recapture", "r"], "no" => Core::Vocabulary::NO
      }.freeze
      TITLES = {
        "tagged" => "tagged", "recaptured" => "caught again", "untagged" => "caught, no tag",
        "kept" => "kept", "none" => "no fish that day",
        **Fish::Length::KINDS
      }.freeze

      OF = {
        what: WHAT, again: AGAIN, fate: Core::Vocabulary::FATE,
        hook_place: Core::Vocabulary::HOOK_PLACE, hook_type: Core::Vocabulary::HOOK_TYPE,
        bleeding: Core::Vocabulary::BLEEDING, outcome: Core::Vocabulary::OUTCOME,
        length_kind: Core::Vocabulary::LENGTH_KIND, length_how: Core::Vocabulary::LENGTH_HOW,
        platform: Core::Vocabulary::PLATFORM
      }.freeze

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
