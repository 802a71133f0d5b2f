# frozen_string_literal: true

module Demo
  # What is told of a fish or a trip besides its times and hook: how deep it was hooked, signs of
  # pressure, reflexes; how long the trip fished; small fish that got no tag; spoiled tags.
  # From a seed of its own, so that the lives of the fish stay as they are.
  class Signs
    # Metres from which and to which a species is hooked from a boat.
    DEPTHS_M = {
      "cod" => 18..45, "pollack" => 12..40, "black_seabream" => 8..25, "tub_gurnard" => 8..30,
      "ballan_wrasse" => 4..18, "turbot" => 6..20, "smooth_hound" => 5..25
    }.freeze
    SHALLOW_M = 1..7
    SHARE_DEPTH_TOLD = 0.6
    SHARE_REFLEXES_TRIED = 0.25
    # In the order in which they come, the deeper the likelier.
    PRESSURE_SIGNS = %w[swollen stomach_out eyes_bulging].freeze
    SHARE_SPOILED = 0.006
    SHARE_UNTAGGED = 0.14
    SHARE_HOURS_TOLD = 0.85
    # Outings that caught nothing, for each that did.
    BLANKS = 0.18

    # Depths hurt as the house of the start says.
    RULES = Core::Protocol::HouseRules.default

    def initialize(seed) = @rng = Random.new(seed)

    attr_reader :rng

    # Columns of an encounter.
    def of(species:, hook_place:)
      depth_m = depth(species) if @rng.rand < SHARE_DEPTH_TOLD
      {
        depth_m:, pressure_signs: pressure(species, depth_m), reflexes: reflexes(hook_place)
      }
    end

    def effort = @rng.rand < SHARE_HOURS_TOLD ? hours : { fished_hours: nil, rods: nil }
    def hours = { fished_hours: (2 + (@rng.rand(13) / 2.0)), rods: [1, 1, 2, 2, 3][@rng.rand(5)] }
    def spoiled? = @rng.rand < SHARE_SPOILED
    def untagged? = @rng.rand < SHARE_UNTAGGED
    def blank? = @rng.rand < BLANKS

    # Too small for a tag.
    def small_mm(species)
      [(species.min_taggable_mm * (0.6 + (@rng.rand * 0.38))).round, species.min_mm].max
    end

    private

    def depth(species)
      range = DEPTHS_M.fetch(species.code, SHALLOW_M)
      (range.first + (@rng.rand * (range.last - range.first))).round
    end

    def pressure(species, depth_m)
      depths = depth_m && Core::Handling::Pressure.depths(species, RULES)
      return [] if depths.nil? || depth_m < depths[:likely_m]

      PRESSURE_SIGNS.select.with_index do |_, place|
        @rng.rand < (depth_m - depths[:likely_m]) / (20.0 * (place + 1))
      end
    end

    def reflexes(hook_place)
      return {} if @rng.rand >= SHARE_REFLEXES_TRIED

      absent = Treatment::DEEP.include?(hook_place) ? 0.25 : 0.06
      Core::Handling::Vitality::REFLEXES.to_h do |name|
        [name, @rng.rand < absent ? "absent" : "present"]
      end
    end
  end
end
