# frozen_string_literal: true

module Core
  module Trips
    # Gaps of a fish's record, and what each costs the programme when it stays so.
    module Gaps
      # From the most harmful on. House rule. Each: [field, when it is missing, what is lost].
      ORDER = [
        [:collision, ->(record) { record.collisions.to_a.any? },
          "two devices recorded different values: choose which counts"],
        [:tag, ->(record) { !record.tag_question.nil? },
          "its tag was ready. Is it in the fish?"],
        [:length, ->(record) { record.length_mm.nil? && !record.untagged? },
          "no length: nobody can tell how it grew"],
        [:place, ->(record) { record.lat_deg.nil? },
          "no place of its own, only the spot"],
        [:air, ->(record) { record.released? && record.on_paper? && !record.lifted? },
          "no air exposure: its return says nothing about handling"],
        [:hook_place, ->(record) { record.hook_place.nil? },
          "no hook location: the first thing that decides survival"],
        [:bleeding, ->(record) { record.bleeding.nil? && !record.untagged? },
          "bleeding not recorded"],
        [:outcome, ->(record) { record.released? && record.outcome.nil? && !record.untagged? },
          "release condition not recorded"],
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
