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

      # A shell has no lip, no blood that shows, and no tail to swim off with.
      UNHOOKED = %i[hook_place bleeding].freeze

      # encounters: [Records::Encounter];  species: answers a code with its Fish::Species
      # Returns [{ encounter_id:, field:, harm:, sentence: }], the most harmful first; fish in the
      # order they came.
      def self.of(encounters, species:)
        ORDER.each_with_index.flat_map do |(key, missing, sentence), place|
          field = key == :length_small ? :length : key
          asked = encounters.select do |encounter|
            missing.call(encounter) && answerable?(field, encounter, species)
          end
          asked.map do |encounter|
            {
              encounter_id: encounter.id,
              field: field.to_s,
              harm: ORDER.size - place,
              sentence:
            }
          end
        end
      end

      # Not what nobody knew when asked before, and nothing that such an animal does not have.
      def self.answerable?(field, encounter, species)
        return false if encounter.not_known.to_a.include?(field.to_s)

        !UNHOOKED.include?(field) || !species.call(encounter.species_code).guild.is?(:unhooked)
      end
      private_class_method :answerable?
    end
  end
end
