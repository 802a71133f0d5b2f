# frozen_string_literal: true

module Acts
  # Two devices said something different of one fish: the person chooses what counts, once, on
  # either device.
  #
  #   field: as Core::Records::Merge names it;  choice: "stands" | "said"
  #
  # Returns what RecordEncounter returns. Raises Core::NotFound where nothing collides (any more).
  module ChooseCollision
    module_function

    def call(context, id:, field:, choice:, reason: nil)
      context.store.write do
        known = context.store.encounters.find_for_update(id)
        collision = known&.open_collisions&.find { |collision| collision["field"] == field }
        if collision.nil?
          raise Core::NotFound.new(
            :no_such_collision,
            "There is nothing to choose here any more. Reload the fish."
          )
        end

        CorrectEncounter.call(
          context, id:, reason:, take: field,
          changes: choice == "said" ? changes_of(collision["said"]) : {}
        )
      end
    end

    # Plain data of a collision as the changes that a phone would send.
    def changes_of(plain)
      changes = plain.transform_keys(&:to_sym)
      if changes[:stages]
        changes[:stages] = changes[:stages].map do |tap|
          { act: tap["act"], at: Time.iso8601(tap["at"]) }
        end
      end
      changes[:length] = length(changes[:length]) if changes[:length]
      changes[:place] = changes[:place].transform_keys(&:to_sym) if changes[:place]
      changes
    end

    def length(columns)
      {
        value: columns["length_mm"],
        unit: "mm",
        kind: columns["length_kind"],
        how: columns["length_how"],
        sd_mm: columns["length_sd_mm"]
      }
    end
    private_class_method :changes_of, :length
  end
end
