# frozen_string_literal: true

require_relative "../support/api_case"
require_relative "../support/tables_in"

# Old recaptures are judged and stored many at once; one by one, as the Deck's are, they come to
# the same.
class ImportsAtOnceTest < ApiCase
  include TablesIn

  FISH = 40
  SPOTS = ["Cutter Ledge", "Oe Narrows", "Harrow Point"].freeze

  def setup
    super
    Seeds.member(db, "Maud Fennimore")
    Seeds.old_tags(db, count: 60, last: 100_100)
    sign_in("hamish@marrow.example")
  end

  def tag(serial) = "MS#{100_000 + serial}"

  # Fish seen again as they should be, much too large, of another species, after they were kept,
  # with two digits swapped, with numbers that are in no fish, two at a time and on one day.
  def table(seed)
    @rng = Random.new(seed)
    releases = (1..FISH).map { |n| row(Date.new(2018, 1, 1) + n, 400 + n, tag(n), "tagged") }
    again = Array.new(FISH) do
      n = 1 + @rng.rand(FISH)
      days = [0, 30, 400, 900].sample(random: @rng) + @rng.rand(20)
      length = 400 + n + (days / 9) + @rng.rand(-5..5) + [0, 0, 0, 250].sample(random: @rng)
      row(Date.new(2018, 2, 20) + days, length, misread(n), "recapture")
    end
    ["day,who,where,fish,length mm,tag,what,fate", *releases, *again].join("\n")
  end

  def row(day, length, number, kind)
    fate = kind == "tagged" ? "released" : %w[released released kept].sample(random: @rng)
    species = @rng.rand(9).zero? && kind != "tagged" ? "Cod" : "Pollack"
    [day, "Maud", SPOTS.sample(random: @rng), species, length, number, kind, fate].join(",")
  end

  def misread(serial)
    number = tag(serial)
    case @rng.rand(8)
    when 0 then number[0..5] + number[6..7].reverse
    when 1 then tag(41 + @rng.rand(20))
    when 2 then "#{number} / #{tag(1 + @rng.rand(FISH))}"
    else number
    end
  end

  # What each record came to, its fish by the tag it was released with.
  def outcome
    first = db[:taggings].select_hash(:fish_id, :tag_number)
    records = db[:encounters].order(:id).map do |record|
      [record[:id], first[record[:fish_id]], record[:read_numbers].to_a]
    end
    reports = db[:reports].order(:encounter_id).select_map(
      %i[encounter_id state waiting_reason number_as_read length_mm]
    )
    spans = db[:spans].all.map { |span| { **span, fish_id: first[span[:fish_id]] } }
    { records:, reports:, spans: spans.sort_by { |span| span[:fish_id] } }
  end

  def bring_in(bytes)
    import = map(send_table("again.csv", bytes))
    run_import(import, "check", "store")
    outcome.tap do
      undo(import)

      assert_equal "undone", body["state"]
    end
  end

  def test_at_once_and_one_by_one_come_to_the_same
    [71, 72, 73].each do |seed|
      at_once = bring_in(table(seed))
      one_by_one = Acts::BringRecaptures.stub(:call, []) { bring_in(table(seed)) }
      reasons = at_once[:reports].map { |report| report[2] }.uniq

      assert_operator at_once[:records].size, :>, FISH
      assert_operator reasons.size, :>, 2, "several ways to wait: #{reasons}"
      assert_operator at_once[:spans].size, :>, 5
      one_by_one.each do |part, rows|
        assert_equal [[], []], [rows - at_once[part], at_once[part] - rows], "#{part}, #{seed}"
      end
    end
  end
end
