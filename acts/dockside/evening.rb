# frozen_string_literal: true

module Acts
  # What the records of a trip come to when it is over: its fish, whether its tags add up, its
  # doubts.
  class Evening
    # What explains a part of the sum, see Store::Custody::SAID.
    EXPLAINS = {
      gaps: "in_pouch", doubles: "caught_twice", foreign: "from_pouch_of_owner"
    }.freeze

    # trip: Core::Trips::Trip;  coast: Coast
    def initialize(store:, trip:, coast:)
      @store = store
      @trip = trip
      @coast = coast
    end

    def owner = @owner ||= @store.members.find(@trip.member_id)

    # [Core::Records::WithTags]
    def fish
      @fish ||= @store.dockside.encounters(@trip.id).map { |caught| still_asked(caught) }
    end

    # [Core::Records::Held]
    def held = @held ||= @store.dockside.held(@trip.id, owner.id)

    # Core::Tags::Sum without what the member has explained already.
    def tags
      @tags ||= sum.unexplained do |part, numbers|
        @store.custody.explained(
          numbers, EXPLAINS.fetch(part), member_id: owner.id, since: @trip.held_on
        )
      end
    end

    # { encounter id => [Core::Checks::Record::Doubt] }
    def doubts
      laws = @store.laws.in_force(@store.waters.spot(@trip.spot_code).water_code)
      holders = holders()
      fish.to_h do |caught|
        encounter = caught.encounter
        [
          caught.id,
          Core::Checks::Record.doubts(
            encounter:, holders:, put_numbers: caught.put_numbers,
            species: @store.species.find(encounter.species_code),
            catches: catches_before(encounter),
            law: laws.find { |law| law.species_code == encounter.species_code },
            member: owner, on_land: on_land?(encounter)
          )
        ]
      end
    end

    # { encounter id => Doubt } about each fish that got the number after one that was passed over
    # and not explained.
    def gap_doubts
      tags.gaps.group_by(&:after).to_h do |after, gaps|
        [
          fish.find { |caught| caught.named.include?(after) }.id,
          Core::Checks::Record.gap(gaps.map(&:number), before: after)
        ]
      end
    end

    private

    # A number that has gone into another fish since, or was lost, is no question any more.
    def still_asked(caught)
      number = caught.encounter.tag_question
      return caught if number.nil? || @store.tags.find(number)&.in_pouch?

      caught.with(encounter: caught.encounter.with(tag_question: nil))
    end

    def sum
      used = fish.flat_map do |caught|
        caught.used.flat_map do |act, numbers|
          numbers.map { |number| Core::Tags::Sum::Named.new(number, caught.id, act) }
        end
      end
      Core::Tags::Sum.of(
        used:, read:, pouch: @store.tags.pouch(owner.id, limit: 2000),
        owners: @store.custody.owners(used.map(&:number)), member_id: owner.id
      )
    end

    def read
      fish.select { |caught| caught.encounter.recaptured? }.flat_map do |caught|
        caught.tag_numbers.map { |number| Core::Tags::Sum::Named.new(number, caught.id) }
      end
    end

    # { number => name of the other member it was issued to }
    def holders
      numbers = fish.flat_map { |caught| caught.tag_numbers + caught.new_tag_numbers }
      @store.custody.owners(numbers)
        .reject { |_, holder| holder[:holder_id] == owner.id }
        .transform_values { |holder| holder[:name] }
    end

    def on_land?(encounter)
      place = [encounter.lat_deg, encounter.lon_deg]
      !place.first.nil? && @coast.outline.water_at(*place).nil?
    end

    def catches_before(encounter)
      return [] if encounter.fish_id.nil?

      @store.fish.catches(encounter.fish_id).select do |caught|
        caught.id != encounter.id && caught.caught_on <= encounter.caught_on
      end
    end
  end
end
