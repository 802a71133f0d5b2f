# frozen_string_literal: true

require_relative "../support/test_helper"
require_relative "../support/random_fish"

# Two answers never contradict each other on one screen: kit, tackle, verdicts, budgets, advice,
# clock and guide are asked of the same rules. Here every school that a house may choose is walked
# over every guild, platform, temperature and stage.
class ContradictionsTest < Minitest::Test
  SPECIES = RandomFish.species.group_by(&:guild_key).values.map(&:first)
  STAGES = [
    [],
    %w[fish_on],
    %w[fish_on in_net],
    %w[fish_on in_net lifted],
    %w[fish_on in_net lifted back_in_water],
    %w[fish_on in_net let_go],
    %w[in_net kept]
  ].freeze
  SEEN = [
    {},
    { pressure_signs: %w[swollen], depth_m: 40 },
    { bleeding: "heavy" },
    { removal: "in_water" }
  ].freeze
  LOCKER = Core::Trips::Locker.empty
  Screen =
    Struct.new(
      :rules, :species, :plan, :kit, :tackle, :verdict, :budget, :lines, :clock, :guide, :no_lift,
      :stage, :lead_kg, :page_says, keyword_init: true
    ) do
      def school(key) = rules.school(key, species.guild.key)
      def kit?(key) = kit.any? { |item| item[:key] == key }

      # What the stage and the fish change; the rest of the screen is asked once a page.
      def own_text = @own_text ||= [*lines.map(&:text), *clock].join("\n")

      def says?(pattern) = page_says[pattern] || own_text.match?(pattern)
    end

  # What may not stand together: a name, and whether a screen does it.
  NEVER = {
    "a net by hand " \
      "needs no handle" => ->(screen) { screen.school(:net) == :by_hand && screen.kit?(:handle) },
    "venting or rest in the net needs no descender" =>
      lambda { |screen|
        screen.school(:pressure) != :descend &&
          (screen.kit?(:descender) || screen.lead_kg || screen.says?(/descend|with the weight/i))
      },
    "barbed hooks are " \
      "not told to flatten" => lambda { |screen|
        screen.rules.school(:hooks) == :barbed && screen.says?(/flatten|barb down/i)
      },
    "a house with J hooks or " \
      "barbs does not " \
      "fish circles" => lambda { |screen|
        screen.rules.school(:hooks) != :flattened_circle &&
          screen.says?(/house fishes inline circle|circle hooks, or/)
      },
    "no gloves means no " \
      "line with a glove" => lambda { |screen|
        screen.school(:touch) != :gloves_at_jaw && screen.lines.any? do |line|
          line.text.match?(/glove/i)
        end
      },
    "no glove is packed " \
      "where none is worn" => lambda { |screen|
        screen.school(:touch) != :gloves_at_jaw && screen.kit?(:gloves)
      },
    "a jaw is held only where there is one" =>
      lambda { |screen|
        !screen.species.guild.is?(:jaw) && screen.lines.any? do |line|
          line.key == :hold && line.text.match?(/by the jaw while|jaw hold/i)
        end
      },
    "what is not lifted has no seconds" => lambda { |screen|
      screen.no_lift &&
        (
          screen.budget.one_lift_seconds.positive? ||
            (
              !%w[fish_on let_go kept got_away].include?(screen.stage) &&
                screen.clock.any? { |text| text.match?(/\d+ s\b|seconds left/) }
            )
        )
    },
    "what is not lifted " \
      "is told no lift" => lambda { |screen|
        screen.no_lift && screen.lines.any? do |line|
          line.text.match?(/one short lift/i)
        end
      },
    "what may be lifted " \
      "is not told to stay" => lambda { |screen|
        !screen.no_lift && screen.lines.any? do |line|
          line.text.match?(/do not lift|never lifted|stays in the water/)
        end
      },
    "a warm hold is not beside cool water" =>
      lambda { |screen|
        screen.verdict[:findings].any? do |finding|
          finding.key == :temperature && finding.verdict != :ok &&
            finding.text.match?(/is warm|at or above/)
        end && screen.budget.reasons.any? do |text|
          text.include?("cool water")
        end
      },
    "cool water is not beside a warning of heat" =>
      lambda { |screen|
        screen.budget.reasons.any? do |text|
          text.include?("cool water")
        end && screen.lines.any? do |line|
          line.text.match?(/warm water|at its limit/i)
        end
      },
    "a fish without a tag is not told to be tagged" =>
      lambda { |screen|
        screen.lines.any? { |line| line.text.match?(/no tag/i) } && screen.lines.any? do |line|
          line.key == :tag_in_water || line.text.match?(/: (\w+, )*tag,/)
        end
      },
    "house tags on " \
      "the board only" => lambda { |screen|
        screen.school(:tag_place) == :on_board && screen.lines.any? do |line|
          line.key == :tag_in_water
        end
      },
    "always in the water " \
      "means never " \
      "on the mat" => lambda { |screen|
        screen.school(:tag_place) == :always_in_water && screen.lines.any? do |line|
          line.text.match?(/: (\w+, )*tag,/)
        end
      },
    "more lines than open in place" => lambda { |screen|
      screen.lines.size > Core::Handling::Advice::MOST_LINES
    },
    "nothing to say" => lambda { |screen|
      screen.lines.empty?
    }
  }.freeze

  def test_no_screen_contradicts_itself
    count = 0
    each_screen do |screen|
      count += 1
      broken = NEVER.select { |_name, rule| rule.call(screen) }.keys

      assert_empty broken, -> { described(screen) }
    end
    assert_operator count, :>, 20_000
  end

  def described(screen)
    "#{screen.species.code}, #{screen.plan.platform}, #{screen.plan.surface_temp_c} °C, " \
      "#{screen.stage}: #{text(screen)} | #{screen.own_text}"
  end

  # Each rule above finds what it is for: a screen made wrong by hand.
  def test_the_walk_would_notice
    screen_found = nil
    each_screen { |screen| (screen_found = screen) && break if screen.school(:net) == :by_hand }

    assert NEVER["a net by hand needs no handle"].call(
             screen_found.dup.tap { |copy|
               copy.kit += [{ key: :handle, name: "net handle", reason: "" }]
             }
           )
    assert NEVER["barbed hooks are not told to flatten"].call(
             screen_found.dup.tap { |copy| copy.rules = rules(:hooks, :barbed) }
           )
  end

  # Fresh, cool, unhurt, of usual size, in the hands of somebody new: on the board or in the water,
  # it may be tagged.
  def test_every_taggable_species_may_be_tagged_by_somebody_new
    RandomFish.species.select(&:taggable?).each do |species|
      %i[in_water_when_short always_in_water].product(
        %i[balanced keep_wet brief]
      ) do |tag_place, air|
        chosen =
          Core::Protocol::HouseRules.new(
            version: 2,
            choices: {
              tag_place: {
                school: tag_place
              },
              air: {
                school: air
              }
            }
          )
        situation =
          Core::Handling::Situation.new(
            species:,
            rules: chosen,
            encounter: {
              water_temp_c: species.warm_c - 4,
              taps: [{ act: "fish_on", at: 0 }, { act: "in_net", at: 20_000 }],
              length_mm: species.typical_mm,
              length_kind: species.length_kind,
              length_how: "board"
            }
          )
        answer = tagging(situation)

        assert_equal [:tag, []],
          answer.values_at(:advice, :reasons),
          "#{species.code} #{tag_place} #{air}"
      end
    end
  end

  def test_brief_says_for_whom
    says = Core::Protocol::Questions.fetch(:air).school(:brief).says

    %w[ordinary hardy sensitive fragile 30 20 15].each { |word| assert_includes says, word }
  end

  def test_cod_and_pollack_have_hazards_of_their_own
    unknown = Core::Fish::Guild.fetch(:general).hazards.first

    %w[cod pollack].each do |code|
      refute_includes RandomFish.species.find { |species|
        species.code == code
      }.all_hazards, unknown
    end
  end

  # Ready, Deck and paper: one number.
  def test_budgets_are_the_same_on_ready_deck_and_paper
    rules = Core::Protocol::HouseRules.default
    card =
      Core::Trips::Card.compile(
        trip: {
          held_on: Date.new(2026, 6, 1),
          water_temp_c: 14.0,
          water_kind: "sea"
        },
        species: RandomFish.species,
        pouch: [],
        rules:,
        authorisation: Core::Trips::Finding.ok(:permit, "", "")
      )
    field = Core::Doors::Deck.new(card)
    RandomFish.species.each do |species|
      plan =
        Core::Trips::Plan.new(
          held_on: Date.new(2026, 6, 1),
          water: "sea",
          species: [species],
          surface_temp_c: 14.0
        )
      ready = Core::Trips::Budgets.for(species:, plan:, rules:)
      deck = field.fish({ species_code: species.code })

      assert_equal [ready[:fight_seconds], ready[:air].one_lift_seconds, ready[:air].no_lift],
        [
          deck[:fight][:budget_seconds],
          *deck[:air].values_at(:one_lift_seconds, :no_lift)
        ],
        species.code
    end
  end

  private

  def rules(question, school)
    Core::Protocol::HouseRules.new(version: 2, choices: { question => { school: } })
  end

  def tagging(situation)
    air_budget = Core::Handling::AirBudget.for(situation)
    Core::Handling::TagDecision.advise(
      situation,
      score: Core::Handling::Caution.score(situation, air_budget:),
      air_budget:
    )
  end

  def each_screen(&)
    Core::Protocol::Questions::ALL.each do |question|
      question.schools.select(&:allowed).each do |school|
        SPECIES.each { |species| each_situation(rules(question.key, school.key), species, &) }
      end
    end
  end

  def each_situation(rules, species, &)
    [
      species.warm_c - 9,
      species.warm_c - 1,
      species.warm_c,
      species.stop_c
    ].each_with_index do |temp, index|
      plan =
        Core::Trips::Plan.new(
          held_on: Date.new(2026, 6, 1),
          water: "sea",
          platform: Core::Trips::Plan.usual_height_m.keys[index],
          species: [species],
          depth_to_m: 40,
          surface_temp_c: temp,
          bait: "natural",
          hook: "j",
          barbs: "barbed",
          alone: false
        )
      page = page(rules, species, plan)
      STAGES.each { |acts| SEEN.each { |seen| yield screen(page, acts, seen) } }
    end
  end

  def page(rules, species, plan)
    trips = Core::Trips
    guide = Core::Handling::Guide.for(guild: species.guild, rules:)
    page = {
      rules:, species:, plan:,
      lead_kg: trips::Budgets.for(species:, plan:, rules:)[:pressure]&.fetch(:lead_kg),
      kit: trips::Kit.call(plan:, locker: LOCKER, rules:, trained_to_vent: true),
      tackle: trips::Tackle.check(plan:, locker: LOCKER, rules:),
      verdict: trips::GoVerdict.for(species:, plan:, rules:),
      guide: guide[:sections].flat_map { |section| section[:lines] }
    }
    { **page, page_says: Hash.new do |pattern_said, pattern|
      pattern_said[pattern] = text(page).match?(pattern)
    end }
  end

  def text(page)
    [
      *page[:kit].map { |item| "#{item[:name]} #{item[:reason]}" },
      *page[:tackle].map(&:text), *page[:verdict][:findings].map(&:text), *page[:guide]
    ].join("\n")
  end

  def screen(page, acts, seen)
    taps = acts.each_with_index.map { |act, index| { act:, at: index * 5000 } }
    situation =
      Core::Handling::Situation.new(
        species: page[:species],
        rules: page[:rules],
        water: "sea",
        now_ms: 21_000,
        trained_to_vent: true,
        encounter: {
          taps:,
          water_temp_c: page[:plan].warmest_c,
          **seen
        }
      )
    budget = Core::Handling::AirBudget.for(situation)
    lines =
      Core::Handling::Advice.lines(
        situation,
        tagging: page[:species].taggable? ? tagging(situation) : nil
      )
    clock =
      Core::Handling::Clock
        .of(situation, air_budget: budget)
        .map { |mark| "#{"#{mark[:seconds]} " if mark[:seconds]}#{mark[:words]}" }
    Screen.new(**page, budget:, lines:, clock:, no_lift: situation.no_lift, stage: situation.stage)
  end
end
