# frozen_string_literal: true

# Pictures whose truth is known, read as the application reads them; of seeds on which nothing was
# tuned. Prints the tables of docs/PICTURES.md.
#
# bundle exec ruby bench/pictures.rb tags|boards|rulers|flanks [HOW MANY, 200] [FIRST SEED] [FILE]
#   FILE: where the writing of tags is kept, so that a long run can be taken up again
require_relative "../config/boot"
require_relative "support/pictures/tag_pictures"
require_relative "support/pictures/board_pictures"
require_relative "support/pictures/ruler_pictures"
require_relative "support/pictures/bent_fish"

def now = Process.clock_gettime(Process::CLOCK_MONOTONIC)
def share(part, whole) = whole.zero? ? "-" : format("%.1f %%", 100.0 * part / whole)
def quantile(values, share) = values.sort[((values.size - 1) * share).round]

# Tags: what is offered beside what was printed.
module TagBench
  SERIES = [
    Core::Tags::Series.new(prefix: "MS", digits: 6, first_serial: 1, last_serial: 8000)
  ].freeze
  CHARACTERS = [*"0".."9", "M", "S"].join
  Row = Struct.new(:grade, :number, :lines, :seconds, keyword_init: true) do
    def offer = @offer ||= Core::Tags::SeenNumber.new(lines, series: SERIES).offer
    def whole_right? = offer&.text == number
    def offered_wrong? = !offer.nil? && offer.sure? && !right?
    def right? = Core::Tags::SeenNumber.agrees?(offer.text, number)
    def among_three? = [offer&.text, *offer&.others].include?(number)
  end

  def self.run(count, seed, kept)
    known = kept && File.exist?(kept) ? File.readlines(kept).map { |line| JSON.parse(line) } : []
    known = known.to_h { |row| [row["seed"], row.slice("grade", "number", "lines", "seconds")] }
    rows = Array.new(count) do |index|
      read = known[seed + index]
      read ? Row.new(**read.transform_keys(&:to_sym)) : row(seed + index, (index % 5) + 1, kept)
    end
    puts "grade | pictures | whole and right | among first three | nothing offered | surely wrong"
    rows.group_by(&:grade).sort.each { |grade, own| puts line(grade, own) }
    puts line("all", rows)
    calibration(rows.select(&:offer))
    MatchBench.run(rows.select(&:offer))
    puts "seconds: median #{quantile(rows.map(&:seconds), 0.5).round(2)}, " \
      "p95 #{quantile(rows.map(&:seconds), 0.95).round(2)}"
  end

  def self.row(seed, grade, kept)
    picture = Pictures::TagPictures.new(seed).picture(grade)
    start = now
    lines = Formats::TagWriting.in_picture(picture.jpeg, characters: CHARACTERS).lines
    row = Row.new(grade:, number: picture.number, lines:, seconds: now - start)
    File.write(kept, "#{{ seed:, **row.to_h }.to_json}\n", mode: "a") if kept
    row
  end

  def self.line(grade, rows)
    [
      grade, rows.size, share(rows.count(&:whole_right?), rows.size),
      share(rows.count(&:among_three?), rows.size), share(rows.count do |row|
        row.offer.nil?
      end, rows.size),
      share(rows.count(&:offered_wrong?), rows.size)
    ].join(" | ")
  end

  def self.calibration(rows)
    rows.group_by { |row| [0.5, 0.8, 0.9, 0.95, 0.98, 1.01].find { |top| row.offer.share < top } }
      .sort.each do |top, own|
        puts "share below #{top}: #{own.size} offers, said " \
          "#{share(own.sum { |row| row.offer.share }, own.size)}, " \
          "right #{share(own.count(&:right?), own.size)}"
      end
  end
end

# Reports with a photo: the likelihood of its digits beside the number that was typed, among 4,000
# fish of 8,000 numbers, of which nothing else is told.
module MatchBench
  TWINS = { "0" => "8", "8" => "0", "1" => "7", "7" => "1", "3" => "8", "5" => "6",
            "6" => "5" }.freeze
  FISH = (1..8000).to_a.sample(4000, random: Random.new(11)).map do |serial|
    format("MS%06d", serial)
  end
  # Ways in which a finder writes a number: [number, offer, rng] => text
  TYPED = {
    "two digits unread" => ->(number, _, rng) { unread(number, 2, rng) },
    "three digits unread" => ->(number, _, rng) { unread(number, 3, rng) },
    "one digit for one that looks alike" => ->(number, _, rng) { mistaken(number, rng) },
    "what the photo was read as" => ->(_, offer, _) { offer.text },
    "the number, and the photo shows another tag" => ->(_, _, rng) { FISH.sample(random: rng) },
    "the number" => ->(number, _, _) { number }
  }.freeze

  def self.run(rows)
    puts "typed | first without the photo | sure, wrong | first with it | sure, wrong"
    TYPED.each do |name, typed|
      rng = Random.new(5)
      both = rows.map { |row| weighed(row, typed.call(row.number, row.offer, rng), name) }.transpose
      puts [name, *both.flat_map { |results| summary(results) }].join(" | ")
    end
  end

  # [first is right, sure, sure and wrong] without the photo and with it.
  def self.weighed(row, text, name)
    number = name.end_with?("another tag") ? text : row.number
    [nil, row.offer.digits].map do |seen|
      fish = near([text, *seen&.text], number)
      best = Core::Recaptures::Candidates.weigh(
        report: { numbers: [text], caught_on: Date.new(2026, 6, 1), seen: }, candidates: fish,
        species: SPECIES, series: [["MS", 6]]
      ).best
      sure = !best.nil? && best.share >= Core::Recaptures::Likelihood::SURE_SHARE
      right = best&.number == number
      [right, sure, sure && !right]
    end
  end

  def self.near(texts, number)
    near = texts.flat_map do |text|
      Core::Tags::Reading.new(text).neighbours(prefix: "MS", digits: 6) || FISH
    end
    (near & [*FISH, number]).map do |own|
      { number: own, fish_id: own, species_code: "any", released_on: Date.new(2025, 5, 1) }
    end
  end
  Species = Struct.new(:code) { def convert(_length) = nil }
  SPECIES = { "any" => Species.new("any") }.freeze

  def self.summary(results)
    right, sure, wrong = results.transpose.map { |all| all.count(true) }
    [share(right, results.size), "#{sure}, #{wrong}"]
  end

  def self.unread(number, count, rng)
    places = (4..7).to_a.sample(count, random: rng)
    number.chars.each_with_index.map { |digit, place| places.include?(place) ? "?" : digit }.join
  end

  def self.mistaken(number, rng)
    place = (4..7).select { |index| TWINS[number[index]] }.sample(random: rng)
    place ? number.dup.tap { |text| text[place] = TWINS[text[place]] } : number
  end
end

# Boards: lengths without a touch beside the true ones.
module BoardBench
  # Marks so near to the true ones need no drag.
  NO_DRAG = 0.01
  Row = Struct.new(:picture, :marks, :measured, :seconds, keyword_init: true) do
    def error = (measured.straight_mm / picture.length_mm) - 1
    def within? = (measured.straight_mm - picture.length_mm).abs <= 1.96 * measured.sd_mm
    def without_drag? = off_share < NO_DRAG

    # Along the fish, in shares of its length as it is seen.
    def off_share
      snout, fork = picture.snout_px, picture.fork_px
      size = Math.hypot(fork[0] - snout[0], fork[1] - snout[1])
      along = [(fork[0] - snout[0]) / size, (fork[1] - snout[1]) / size]
      marks[:fish].zip([snout, fork]).map do |mark, truth|
        (((mark[0] - truth[0]) * along[0]) + ((mark[1] - truth[1]) * along[1])).abs / size
      end.max
    end
  end

  def self.run(count, seed)
    rows = Array.new(count) { |index| row(seed + index) }
    seen = rows.select(&:marks)
    fish = rows.select(&:measured)
    puts "boards #{rows.size}, found #{share(seen.size, rows.size)}, " \
      "fish marked #{share(fish.size, rows.size)}"
    errors = fish.map { |row| row.error.abs }
    puts "error without a touch: median #{share(quantile(errors, 0.5), 1)}, " \
      "p95 #{share(quantile(errors, 0.95), 1)}; 95 % interval covers " \
      "#{share(fish.count(&:within?), fish.size)}"
    puts "no drag needed: #{share(fish.count(&:without_drag?), fish.size)}"
    puts "seconds: p95 #{quantile(rows.map(&:seconds), 0.95).round(2)}"
  end

  def self.row(seed)
    picture = Pictures::BoardPictures.new(seed).picture
    start = now
    marks = Formats::BoardPicture.in_picture(picture.jpeg).marks
    Row.new(picture:, marks:, measured: measured(marks, picture), seconds: now - start)
  end

  def self.measured(marks, picture)
    return if marks.nil? || marks[:fish].empty?

    shown = {
      width_px: Pictures::BoardPictures::WIDTH_PX, height_px: Pictures::BoardPictures::HEIGHT_PX,
      focal_35mm: picture.focal_35mm
    }
    Core::Photo::Measuring.of(marks: marks.slice(:board, :corners, :fish), shown:)
  end
end

# Rulers and tapes: the distance of the two marks that are proposed, beside the true one.
module RulerBench
  # Farther off than this a mark stands at another number.
  WRONG = 0.05
  Row = Struct.new(:kind, :error, :seconds, keyword_init: true)

  def self.run(count, seed)
    rows = Array.new(count) { |index| row(seed + index) }
    rows.group_by(&:kind).sort.each { |kind, own| puts line(kind, own) }
    puts line("all", rows)
    puts "seconds: p95 #{quantile(rows.map(&:seconds), 0.95).round(2)}"
  end

  def self.row(seed)
    picture = Pictures::RulerPictures.new(seed).picture
    start = now
    marks = Formats::RulerPicture.in_picture(picture.jpeg).marks
    kind = [picture.kind, *("touched by the fish" if picture.touches)].join(", ")
    Row.new(kind:, error: marks && error(picture, marks), seconds: now - start)
  end

  # The marks are those of the size that is shown.
  def self.error(picture, marks)
    whole = Pictures::RulerPictures::WIDTH_PX / Formats::Picture::SHOWN_PX.to_f
    ends = marks[:scale].map { |mark| mark.map { |value| value * whole } }
    from, to = marks[:labels]
    ((picture.mm_between.call(*ends) / ((to - from) * picture.unit_mm)) - 1).abs
  end

  def self.line(kind, rows)
    errors = rows.filter_map(&:error)
    return "#{kind} | #{rows.size} | - | - | - | -" if errors.empty?

    [kind, rows.size, share(errors.size, rows.size), share(quantile(errors, 0.5), 1),
      share(quantile(errors, 0.95), 1), errors.count { |error| error > WRONG }].join(" | ")
  end
end

# Two pictures of a fish: how far scars of the first land from where they are in the second, and
# whether the flank is told; beside what the two ends alone would give.
module FlankBench
  def self.run(count, seed)
    all = Array.new(count) { |index| pair(seed + index) }
    pairs = all.select { |views| views.all? { |view| outline(view) } }
    sides = pairs.flatten.count { |view| outline(view).side == view.side.to_s }
    puts "pairs #{count}, marks refused in #{count - pairs.size}, flank told right " \
      "#{share(sides, 2 * pairs.size)}"
    { "six marks" => :by_outline, "two ends" => :by_ends }.each do |name, way|
      off = pairs.flat_map { |views| off_shares(views.last, send(way, *views)) }
      puts "#{name}: a scar off by #{share(quantile(off, 0.5), 1)} of the length, " \
        "p95 #{share(quantile(off, 0.95), 1)}"
    end
  end

  def self.pair(seed) = Pictures::BentFish.new(seed).pair(same_flank: seed.even?)

  # nil where the marks were refused.
  def self.outline(view)
    Core::Photo::Outline.new(view.outline)
  rescue Core::InvalidInput
    nil
  end

  def self.by_outline(from, to)
    Core::Photo::Warp.new(outline(from).marks, outline(to).marks).carry(from.scars)
  end

  # Turned, stretched and, of the other flank, mirrored.
  def self.by_ends(from, to)
    seen = ->((x, y)) { from.side == to.side ? Complex(x, y) : Complex(x, -y) }
    start, fork = from.outline.values_at(0, 3).map(&seen)
    there, end_there = to.outline.values_at(0, 3).map { |point| Complex(*point) }
    turn = (end_there - there) / (fork - start)
    from.scars.map { |scar| (there + (turn * (seen.call(scar) - start))).rect }
  end

  def self.off_shares(to, carried)
    carried.zip(to.scars).map { |pair| Core::Photo::Corners.distance(*pair) / to.length_px }
  end
end

kind, count, seed, kept = ARGV
work = {
  "tags" => TagBench, "boards" => BoardBench, "rulers" => RulerBench, "flanks" => FlankBench
}.fetch(kind) do
  abort "usage: ruby bench/pictures.rb tags|boards|rulers|flanks [HOW MANY] [FIRST SEED] [FILE]"
end
more = kind == "tags" ? [kept] : []
work.run(Integer(count || 200), Integer(seed || 500_000), *more)
