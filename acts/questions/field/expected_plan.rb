# frozen_string_literal: true

module Acts
  # A plan as it was sent or kept (codes and names) as core reads it, with the spot's water and its
  # law.
  module ExpectedPlan
    # plan: Core::Trips::Plan;  laws: [Core::Law::Entry];  gear_law: Core::Law::Gear | nil
    Read = Struct.new(:plan, :laws, :gear_law)

    module_function

    # Returns Read. Raises Core::InvalidInput :unknown_spot, :unknown_species, :depths_crossed.
    def read(store:, held_on:, sent:)
      spot = KnownSpot.fetch(store:, code: sent[:spot_code])
      check_depths(sent)
      catalogue = store.species.all.to_h { |species| [species.code, species] }
      species = sent[:species_codes].uniq.map do |code|
        catalogue.fetch(code) do
          raise Core::InvalidInput.at(
            "species_codes",
            :unknown_species,
            "There is no species #{code.inspect} in the catalogue."
          )
        end
      end
      plan =
        Core::Trips::Plan.new(
          held_on:,
          water: spot.water_kind,
          species:,
          **sent.slice(*Core::Trips::Plan.members)
        )
      laws =
        store
          .laws
          .in_force(spot.water_code)
          .select { |entry| sent[:species_codes].include?(entry.species_code) }
      Read.new(plan, laws, store.laws.gear(spot.water_code))
    end

    def check_depths(sent)
      from, to = sent.values_at(:depth_from_m, :depth_to_m)
      return unless from && to && from > to

      raise Core::InvalidInput.at(
        "depth_to_m",
        :depths_crossed,
        "The maximum depth #{to} m is less than the minimum #{from} m. Swap them."
      )
    end
    private_class_method :check_depths
  end
end
