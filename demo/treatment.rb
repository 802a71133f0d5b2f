# frozen_string_literal: true

module Demo
  # What a fish went through besides its times: hook, removal, blood, slips of the hand, how it went
  # off. From a seed of its own, so that the lives of the fish stay as they are whatever is added
  # here.
  class Treatment
    DEEP = Core::Handling::Caution::DEEP
    # Share of circle hooks among fish hooked shallow and deep: circles turn out of the throat.
    # Trebles sit anywhere.
    HOOKS = {
      shallow: {
        "circle" => 0.42,
        "j" => 0.40,
        "treble" => 0.18
      },
      deep: {
        "circle" => 0.10,
        "j" => 0.70,
        "treble" => 0.20
      }
    }.freeze
    BLOOD = {
      shallow: {
        "none" => 0.92,
        "light" => 0.08
      },
      deep: {
        "none" => 0.35,
        "light" => 0.40,
        "heavy" => 0.25
      }
    }.freeze
    REMOVAL = {
      shallow: {
        "in_water" => 0.3,
        "remover" => 0.25,
        "pliers" => 0.4,
        "by_itself" => 0.05
      },
      deep: {
        "cut_line" => 0.55,
        "pliers" => 0.25,
        "pulled" => 0.2
      }
    }.freeze
    OUTCOME = {
      good: {
        "strong" => 0.93,
        "slow" => 0.07
      },
      bad: {
        "strong" => 0.5,
        "slow" => 0.38,
        "floated" => 0.05,
        "lost_from_sight" => 0.07
      }
    }.freeze
    # Per unit of slowness: a clumsy member slips more often.
    SLIPS = { "dry_surface" => 0.05, "dropped" => 0.025, "hung_by_jaw" => 0.02 }.freeze

    def initialize(seed) = @rng = Random.new(seed)

    # skill: of the member, 1 is average and less is quicker. Returns the columns of an encounter.
    def of(hook_place:, skill:)
      depth = DEEP.include?(hook_place) ? :deep : :shallow
      handling = SLIPS.select { |_, share| @rng.rand < share * skill }.keys
      {
        hook_type: pick(HOOKS[depth]),
        bleeding: bleeding = pick(BLOOD[depth]),
        removal: pick(REMOVAL[depth]),
        handling:,
        outcome: pick(OUTCOME[depth == :deep || bleeding != "none" || handling.any? ? :bad : :good])
      }
    end

    private

    def pick(shares)
      left = @rng.rand * shares.values.sum
      shares.find { |_, share| (left -= share).negative? }&.first || shares.keys.last
    end
  end
end
