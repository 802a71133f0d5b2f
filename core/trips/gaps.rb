# frozen_string_literal: true

module Core
  module Trips
    # What a fish's record still lacks, and what it costs the programme when it stays so.
    module Gaps
      # From the most harmful on. House rule. Each: [field, when it is missing, what is lost].
      ORDER = [
        [:collision, ->(record) { record.collisions.to_a.any? },
          "two devices say something different: choose which counts"],
        [:tag, ->(record) { !record.tag_question.nil? },
          "its number stood ready, and nobody has said whether it is in the fish"],
        [:length, ->(record) { record.length_mm.nil? && !record.untagged? },
          "no length: nobody can ever tell how it grew"],
        [:place, ->(record) { record.lat_deg.nil? },
          "no place of its own, only the spot: its way is told from there"],
        [:air, ->(record) { record.released? && record.on_paper? && !record.lifted? },
          "no time in the air: its return says nothing about handling"],
        [:hook_place, ->(record) { record.hook_place.nil? },
          "no hook place: the first thing that decides whether it lived"],
        [:bleeding, ->(record) { record.bleeding.nil? && !record.untagged? },
          "not said whether it bled"],
        [:outcome, ->(record) { record.released? && record.outcome.nil? && !record.untagged? },
          "not said how it swam off"],
        [:tare, ->(record) { record.weight_how == "scale" && record.tare_g.nil? },
          "weighed without the weight of the wet sling"],
        [:length_small, ->(record) { record.length_mm.nil? && record.untagged? }, "no length"]
      ].freeze

      # encounters: [Records::Encounter]
      # Returns [{ encounter_id:, field:, harm:, sentence: }], the most harmful first; fish in the
      # order they came.
      def self.of(encounters)
        ORDER.each_with_index.flat_map do |(field, missing, sentence), place|
          encounters.select(&missing).map do |encounter|
            {
              encounter_id: encounter.id,
              field: field == :length_small ? "length" : field.to_s,
              harm: ORDER.size - place,
              sentence:
            }
          end
        end
      end
    end
  end
end
