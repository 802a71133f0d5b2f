# frozen_string_literal: true

module Acts
  # The fish behind a figure or a cell: those caught again first, and so many that a person reads
  # them. And the ways that the newest of them went.
  module SeeFish
    MOST_FISH = 50
    # Each way takes a few milliseconds to find.
    MOST_WAYS = 40
    # From where a fish was tagged to where it was caught last.
    #   path: [[lat, lon], ...];  km: whole ones
    Way = Struct.new(:fish_id, :story_key, :days, :km, :path, keyword_init: true)

    module_function

    # filter: as WaterFilter takes it. Returns { fish: [{ story_key:, species_code:, common_name:,
    # released_on:, length_mm:, length_kind:, caught: }], more: }.
    def list(context, filter:)
      fish = context.store.water.fish(WaterFilter.of(context, filter), limit: MOST_FISH + 1)
      names = context.store.species.of(fish.map { |animal| animal[:species_code] })
      shown = fish.first(MOST_FISH).map do |animal|
        { **animal, common_name: names.fetch(animal[:species_code]).common_name }
      end
      { fish: shown, more: fish.size > MOST_FISH }
    end

    # Returns { ways: [{ story_key:, days:, km:, path: [[lat, lon], ...] }], coarse: }: from where a
    # fish was tagged to where it was caught last, by water; for readers who may not know exact
    # places between the middles of 5 km cells, in steps of 5 km.
    def ways(context, filter:, route:)
      exact = WaterFilter.exact?(context.member, filter)
      moves = context.store.water.moves(WaterFilter.of(context, filter), newest: MOST_WAYS)
      ways = moves.filter_map { |move| way(move, route, exact) }
      { coarse: !exact, ways: ways.map { |way| way.to_h.except(:fish_id) } }
    end

    # move: as Store::Water#moves tells it. Way, or nil where no water leads there.
    def way(move, route, exact)
      from = move.values_at(:from_lat, :from_lon)
      to = move.values_at(:to_lat, :to_lon)
      way = exact ? route.between(*from, *to) : route.between(*cell(from), *cell(to), like: from)
      return if way.path.nil?

      metres = exact ? way.distance_m : Core::Geography::CoarsePlace.distance_m(way.distance_m)
      Way.new(
        **move.slice(:fish_id, :story_key, :days), km: (metres / 1000.0).round, path: way.path
      )
    end

    def cell(place) = Core::Geography::CoarsePlace.of(*place).values_at(:lat_deg, :lon_deg)
    private_class_method :cell
  end
end
