# frozen_string_literal: true

require_relative "../support/test_helper"
require_relative "../support/fish"
require_relative "../support/random_fish"

# Exercises by hand: what each answer is worth, and that a seed gives one task.
class PracticeTest < Minitest::Test
  Practice = Core::Practice
  Placement = Practice::TagPlacement
  TASK = { guild: "bass_like", facing: "left", sway_deg: 0, length_mm: 500 }.freeze
  FORM = Core::Drawing::Form.fetch("bass_like")
  RULES = Core::Protocol::HouseRules.default

  # A point by its own coordinates.
  def at(along, across, angle_deg: 45)
    from, to = FORM.dorsal
    x = from + (along * (to - from))
    base = FORM.back_at(x)
    Placement.score(TASK, { x:, y: base + (across * (FORM.lateral_at(x) - base)), angle_deg: })
  end

  # Without a word on how hard, the easiest; of a programme without tags yet, anybody's numbers.
  def test_what_is_asked_of_who_says_little
    rules = { version: 1, own_version: 0, choices: {}, figures: {}, guild_notes: {} }
    door = Core::Doors::Trainer.new({ rules:, species: [], series: nil })
    asked = ->(exercise, seed) { door.ask("task", { exercise:, seed:, level: nil })[:task] }
    species = RandomFish.species

    assert_match(/\AAA\d{6}\z/, asked["read", 3][:number])
    (1..20).each do |seed|
      easiest = Practice::LengthReading.task(seed:, level: 0)

      assert_equal [easiest] * 2, [asked["measure", seed], Practice::LengthReading.task(seed:)]
      assert_equal Placement.task(seed:), Placement.task(seed:, level: 0)
      [Practice::KitCall, Practice::WaterCall].each do |exercise|
        assert_equal exercise.task(seed:, species:), exercise.task(seed:, species:, level: 0)
      end
    end
  end

  def test_nothing_is_harder_than_the_hardest
    species = RandomFish.species
    tasks = lambda do |level|
      (1..20).map do |seed|
        [Placement.task(seed:, level:), Practice::LengthReading.task(seed:, level:),
          Practice::WornNumber.task(seed:, level:, series: ["MS", 6]),
          Practice::WaterCall.task(seed:, level:, species:)].map { |task| task.except(:level) }
      end
    end

    assert_equal tasks[2], tasks[7]
    refute_equal tasks[1], tasks[2]
  end

  def test_tag_placement_by_hand
    {
      [0.85, 0.5, 45] => 100, [0.7, 0.35, 35] => 100, [1.0, 0.65, 55] => 100,
      [0.45, 0.5, 45] => 83, [0.85, 0.175, 45] => 83, [0.85, 0.825, 45] => 83,
      [0.85, 0.5, 25] => 83, [0.85, 0.5, 67.5] => 83, [0.85, 0.5, 10] => 67,
      [0.85, 0.5, 85] => 67, [0.15, 0.5, 45] => 0, [1.15, 0.5, 45] => 83, [1.35, 0.5, 45] => 0,
      [0.45, 0.175, 25] => 50, [0.85, 0.02, 45] => 69, [0.85, 0.07, 45] => 73,
      [0.3, 0.5, 45] => 73, [0.85, 0.5, 20] => 75, [0.85, 0.5, 30] => 92, [0.85, 0.5, 60] => 93,
      [0.85, 0.5, 75] => 73, [0.85, 0.5, 15] => 67, [0.85, 0.5, 80] => 67,
      [0.85, 0.28, 45] => 93, [0.85, 0.72, 45] => 93, [0.85, 0.93, 45] => 73,
      [0.6, 0.5, 45] => 93, [0.5, 0.5, 45] => 87, [1.06, 0.5, 45] => 93, [1.21, 0.5, 45] => 77,
      [1.24, 0.5, 45] => 73, [0.3, 0.07, 20] => 22, [1.21, 0.93, 75] => 23,
      [0.6, 0.28, 30] => 78, [0.2, 0.5, 45] => 0, [1.3, 0.5, 45] => 0
    }.each do |(along, across, angle_deg), marks|
      assert_in_delta marks, at(along, across, angle_deg:).marks, 1, [along, across, angle_deg]
    end
  end

  def test_places_that_are_worth_nothing_and_why
    {
      at(0.85, 1.1) => "Below the lateral line", at(0.85, 0.5, angle_deg: 120) => "to the head",
      at(0.85, -0.2) => "past the fish",
      Placement.score(TASK, { x: 150, y: 0, angle_deg: 45 }) => "This is the head",
      Placement.score(TASK, { x: 500, y: 400, angle_deg: 45 }) => "past the fish"
    }.each do |answer, why|
      assert_equal 0, answer.marks
      assert_match why, answer.parts.first[:says]
    end
  end

  def test_the_right_place_is_right_in_every_guild
    Placement::GUILDS.each do |guild|
      task = TASK.merge(guild:)
      right = Placement.score(task, { x: 0, y: 0, angle_deg: 45 }).right
      x, y = right[:point]

      assert_equal 100, Placement.score(task, { x:, y:, angle_deg: 45 }).marks, guild
    end
  end

  def test_a_seed_is_one_task
    [Placement, Practice::LengthReading].each do |exercise|
      assert_equal exercise.task(seed: 7, level: 1), exercise.task(seed: 7, level: 1)
      assert_operator (1..40).map { |seed| exercise.task(seed:, level: 1) }.uniq.size, :>, 35
    end
    assert_in_delta 0.5, (1..2000).sum { |seed| Core::Dice.new(seed).share } / 2000.0, 0.03
  end

  WORN = { number: "AB004217", series: ["AB", 6], cut: 0, upside_down: false, glare: 0.5,
           marks: %w[clear clear clear clear clear worn clear clear] }.freeze

  def worn(text, **task) = Practice::WornNumber.score(WORN.merge(task), { text: }).marks

  def test_a_careful_question_mark_is_worth_more_than_a_wrong_guess
    assert_operator worn("AB004217"), :>=, 98
    assert_operator worn("AB004?17"), :>=, 85
    assert_operator worn("AB004?17"), :>, worn("AB004817")
    assert_operator worn("AB004817"), :<, 20
    assert_operator worn("AB00????"), :<, worn("AB0042??")
    assert_equal 0, worn("")
    assert_operator worn("4217"), :>, 60, "noughts left out are found again"
  end

  def test_what_can_be_read_is_read
    grown = WORN.merge(marks: %w[clear clear clear clear grown_over worn clear clear])

    assert_equal "AB00?217", Practice::WornNumber.careful(grown), "a worn 2 is still a 2"
    assert_equal "AB0042*", Practice::WornNumber.careful(WORN.merge(cut: 2))
  end

  # Ten minutes on the line are too long for any fish; in the net it stays as long as it has to.
  # Frightened it goes off at once, and has a little less breath each time, never none.
  def test_a_bolting_fish_runs_and_loses_breath
    scene = Core::Practice::Scenes::ALL.first
    line = Core::Practice::Line.new(scene, Core::Dice.new(3))
    before = line.distance_m
    line.bolt

    assert_equal ["run", before + 5.0], [line.mode, line.distance_m]
    assert_in_delta 0.95, line.breath, 1e-9
    30.times { line.bolt }

    assert_in_delta 0.05, line.breath, 1e-9
  end

  def test_a_fish_that_is_not_landed_tears_itself_free
    scene = Practice::Scenes::ALL.first
    played = Practice::Landing.new(scene:, seed: 501)
    until played.over?
      hold(played)
      played.advance(Practice::Landing::STEP_MS)
    end

    assert_equal "lost", played.debrief[:outcome]
    assert_match(/took too long/, played.timeline.last[:says])
    assert_in_delta 600_000, played.state[:clock_ms], 2 * Practice::Landing::STEP_MS
    netted = Practice::Landing.new(scene:, seed: 501)
    hand = Practice::GoodHand.new(netted)
    while netted.phase == "fight"
      hand.move
      netted.advance(Practice::Landing::STEP_MS)
    end
    netted.advance(700_000)

    refute_predicate netted, :over?
  end

  # As good hands do, but for the net.
  def hold(landing)
    near = landing.line.distance_m <= 1.2
    landing.control(wind: near ? 0.12 : 0.85, drag: 0.4)
  end

  # warm from 18, not targeted from 22 degrees: what each word is worth in each water.
  def test_the_water_by_hand
    { 10.0 => { "ok" => 100, "care" => 40, "stop" => 0 },
      20.0 => { "ok" => 0, "care" => 100, "stop" => 40 },
      23.0 => { "ok" => 0, "care" => 0, "stop" => 100 } }.each do |surface_temp_c, words|
        task = { species_code: "bass", surface_temp_c:, depth_to_m: 3, bait: "lure", hook: "circle",
                 barbs: "flattened", platform: "shore" }
        words.each do |call, marks|
          answer = Practice::WaterCall.score(task, { call: }, species: Fish::BASS, rules: RULES)

          assert_equal marks, answer.marks, [surface_temp_c, call]
        end
      end
  end

  # One word to every water wins about as much as a guess.
  def test_one_answer_to_every_water_wins_nothing
    species = RandomFish.species
    means = Practice::WaterCall::ANSWERS.to_h do |call|
      marks = (1..300).map do |seed|
        task = Practice::WaterCall.task(seed:, species:)
        animal = species.find { |other| other.code == task[:species_code] }
        Practice::WaterCall.score(task, { call: }, species: animal, rules: RULES).marks
      end
      [call, marks.sum / marks.size]
    end

    assert_operator means.values.max, :<=, 55, means.to_s
  end

  # In no part of a fish but under the fin does a good angle and height count.
  def test_a_tag_far_behind_the_fin_is_worth_nothing
    task = Placement.task(seed: 3)
    form = Core::Drawing::Form.fetch(task[:guild])
    from, to = form.dorsal
    marks = [0.85, 1.25, 1.35, 0.15].map do |along|
      x = from + (along * (to - from))
      y = form.back_at(x) + ((form.lateral_at(x) - form.back_at(x)) * 0.5)
      Placement.score(task, { x:, y:, angle_deg: 45 }).marks
    end

    assert_equal [100, 0, 0], [marks[0], marks[2], marks[3]]
    assert_operator marks[1], :>, 0
  end

  def test_a_packed_bag_by_hand
    task = { species_code: "bass", platform: "shore", surface_temp_c: 12.0, depth_to_m: 4,
             water: "sea" }
    about = { species: Fish::BASS, rules: RULES }
    needed = Practice::KitCall.score(task, { packed: [] }, **about).right[:needed]
    idle = Practice::KitCall.shed(task, **about).map { |entry| entry[:key].to_s } - needed
    marks = ->(packed) { Practice::KitCall.score(task, { packed: }, **about).marks }

    assert_equal 0, marks.call([])
    assert_equal 100, marks.call(needed)
    assert_equal (100 * (needed.size - 1) / needed.size.to_f).round, marks.call(needed.drop(1))
    assert_equal 97, marks.call(needed + idle.first(1))
    assert_equal 91, marks.call(needed + idle.first(3))
  end

  def lessons(**options)
    Practice::Progress.lessons(tagged: false, results: [], signed: [], **options)
  end

  def test_who_has_never_tagged_is_asked_for_lessons_until_they_are_met_or_signed
    assert_equal :care, lessons.verdict
    assert_match(/Tag placement.*Five fair scenes/, lessons.text)
    assert_match(/Practise first: Five fair scenes/, lessons(signed: ["placing"]).text)
    assert_nil lessons(signed: %w[placing scenes])
    assert_nil lessons(tagged: true)
    placed = (1..20).map do
      { skill: "place", marks: 80, points: nil, scene: nil, at: Time.now, is_replayed: true }
    end

    assert_match(/Practise first: Five fair scenes/, lessons(results: placed).text)
  end

  def results(*marks)
    marks.map do |mark|
      { skill: "read", marks: mark, points: nil, at: Time.now, is_replayed: true }
    end
  end

  # A scene that is done again comes out as it did, and deeds that are none come to nothing.
  def test_deeds_are_done_again
    card = { rules: Core::Trips::Card.rules(Core::Protocol::HouseRules.default), species: [] }
    played = Core::Doors::Trainer.new(card).tap { |door| door.ask("begin", { scene: "wall", seed: 5 }) }
    deeds, answer = [], {}
    # Hands that do the next thing that ends it.
    wanted = %w[let_go put_back remover net sink_net fetch_net]
    until answer[:debrief] || deeds.size > 3000
      may = answer[:acts].to_a.map { |act| act[:key] }
      deeds << [100, (deeds.size % 3).positive?, 20, (wanted & may).first]
      answer = played.ask("advance",
        %i[ms winds drag_percent act].zip(deeds.last).to_h)
    end
    again = lambda do |deeds|
      Practice::Replay.call(Core::Doors::Trainer.new(card),
        { skill: "handle", scene: "wall", seed: 5, deeds: })
    end

    assert_equal({ points: answer[:debrief][:points] }, again[deeds])
    assert_nil again[deeds.first(3)], "it never ended"
    assert_nil again[[[nil, 1, "x", "no such act"]]]
    assert_nil again[{ x: 1 }]
    assert_nil again[[[10_000_000, true, 40, nil]]]
  end

  # 70 and 88 of the last twenty are where it gets harder; a scene counts from 100 downwards.
  # Student's t of two degrees of freedom is 4.30: 4.30 * 10 / sqrt(3) = 24.8.
  def test_an_estimate_of_few_results_is_wide_and_stays_within_marks
    answer = [[60, 70, 80], [90, 95, 100], [0, 5, 10]].map do |marks|
      Practice::Progress.estimate("read", results(*marks)).values_at(:n, :mean, :low, :high)
    end

    assert_equal [[3, 70, 45, 95], [3, 95, 83, 100], [3, 5, 0, 17]], answer
    assert_nil Practice::Progress.estimate("read", results(60, 70))[:mean]
  end

  def test_how_hard_the_next_task_is
    level = ->(*marks) { Practice::Progress.level("read", results(*marks)) }
    last = Practice::Progress::LAST

    assert_equal([0, 1, 1, 2], [69, 70, 87, 88].map { |mean| level[*([mean] * last)] })
    assert_equal 2, level[*([0] * last), *([90] * last)], "what is long ago does not count"
    assert_equal 0, level[*([90] * last), *([0] * last)]
    assert_equal 0, level[100], "one says nothing"
    assert_equal([100, 88, 0], [0, 12, 140].map { |points| Practice::Progress.marks({ points: }) })
  end

  # The middle of the last twenty: between the tenth and the eleventh of them.
  def test_placing_is_met_by_the_middle_of_the_last_twenty
    met = lambda do |*marks|
      Practice::Progress.met?("placing", results(*marks).map do |result|
        result.merge(skill: "place")
      end)
    end
    last = Practice::Progress::PLACED_LAST
    least = Practice::Progress::PLACED_MARKS
    half = [least - 4] * (last / 2)

    assert met[*half, *([least + 4] * (last / 2))]
    refute met[*half, *([least + 3] * (last / 2))]
    assert met[*([0] * ((last / 2) - 1)), *([least] * ((last / 2) + 1))]
    assert met[*([0] * last), *([least] * last)], "what is long ago does not count"
    refute met[*([100] * last), *([0] * last)]
    refute met[*([100] * (last - 1))]
  end

  # Worked by hand: 100 and 80 marks are qualities 5 and 4: the ease rises by 0.1 or stays.
  def test_when_a_skill_comes_back
    due = ->(*marks) { Practice::Progress.due_on("read", results(*marks)) - Time.now.to_date }

    assert_equal([1, 6, 16, 45], (1..4).map { |times| due[*([100] * times)] })
    assert_equal([1, 6, 15], (1..3).map { |times| due[*([80] * times)] })
    assert_equal 1, due[100, 100, 100, 40], "what failed comes back tomorrow"
    assert_nil Practice::Progress.due_on("place", results(100))
  end

  FISH = { guild: "bass_like", kind: "FL", true_mm: 500, fault: "off_stop", gap_mm: 20, fork: 62,
           shown_mm: 520 }.freeze

  def read_length(**options)
    Practice::LengthReading.score(FISH, { kind: "FL", fault: "off_stop", mm: 500, **options }).marks
  end

  def test_lengths_by_hand
    { {} => 100, { kind: "TL" } => 67, { fault: "none" } => 67, { mm: 503 } => 93,
      { mm: 520 } => 67, { kind: "TL", fault: "none", mm: 530 } => 0, { mm: 492.5 } => 83,
      { mm: 506 } => 87, { mm: 491 } => 80, { mm: 512 } => 73, { kind: "TL", mm: 503 } => 60,
      { fault: "none", mm: 506 } => 53, { fault: "aslant", kind: "TL", mm: 500 } => 33 }
      .each { |data, marks| assert_in_delta marks, read_length(**data), 1, data.inspect }
  end
end
