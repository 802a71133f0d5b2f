# frozen_string_literal: true

# Simulated reports whose truth is known, over a simulated cooperative of one seed: what setting the
# weights and judging them share.
class ToldReports
  SERIES = [["MS", 6]].freeze
  # Of the reports, so many are of a tag that no fish of ours is known to carry; of these so many of
  # another programme.
  STRANGERS = 0.06
  OF_OTHERS = 0.4
  # A number printed and given out, whose fish was never told.
  # without: the number of the fish that a stranger's report is not about, though it looks so.
  Told = Struct.new(:report, :truth, :candidates, :read_right, :alone, :without, keyword_init: true)

  attr_reader :species

  def initialize(species:, seed:, releases:)
    @species = species
    @rng = Random.new(seed)
    @telling = Demo::Telling.new(species, @rng)
    @lives =
      Demo::Simulation
        .new(species:, today: Date.new(2026, 11, 1), releases:, seed: seed + 1000)
        .each_life
        .to_a
    @fish =
      @lives.map.with_index do |life, index|
        @telling.candidate(format("MS%06d", index + 1), index, life)
      end
    @by_number = @fish.to_h { |fish| [fish[:number], fish] }
  end

  # Yields Told: truth nil where none of the candidates is it;  alone: the number and nothing else
  # was told
  def each
    return enum_for(:each) unless block_given?

    @fish.zip(@lives).each do |fish, life|
      caught = life[:again].first or next
      yield report_of(fish, caught)
    end
  end

  # The same report with its number written otherwise, weighed and judged.
  def judge_as(entry, number)
    report = entry.report.merge(numbers: [number])
    JudgedReports.judge(
      self,
      Told.new(
        report:,
        truth: entry.truth,
        candidates: near(Core::Tags::Reading.new(number)),
        read_right: false,
        alone: false
      )
    )
  end

  # A fish that carries the number itself, as the store would find it.
  def carrying(report)
    Core::Tags::Number
      .completions(report[:numbers][0], SERIES)
      .filter_map { |completion| @by_number[completion] }
      .map { |completion| completion.merge(kept: false) }
  end

  def by_number(number) = @by_number.fetch(number).merge(kept: false)

  # All candidates of a report within so many slips; a stranger's is not on a fish.
  def within(number, slips)
    near(Core::Tags::Reading.new(number.report[:numbers][0]), slips).reject do |fish|
      number.without == fish[:number]
    end
  end

  private

  def report_of(fish, caught)
    stranger = @rng.rand < STRANGERS
    others = stranger && @rng.rand < OF_OTHERS
    damaged = @rng.rand < Demo::Telling::SHARE_DAMAGED
    report =
      @telling.of(others ? others_number : fish[:number], fish[:species_code], caught, damaged:)
    candidates = near(Core::Tags::Reading.new(report[:numbers][0]))
    candidates -= [fish] if stranger
    Told.new(
      report:,
      truth: stranger ? nil : fish[:number],
      without: (fish[:number] if stranger),
      candidates:,
      read_right: !stranger && right?(report, fish),
      alone: report.values_at(:species_code, :length, :lat_deg).all?(&:nil?)
    )
  end

  def right?(report, fish)
    Core::Tags::Number.completions(report[:numbers][0], SERIES).include?(fish[:number])
  end

  def others_number = "#{%w[KD NV T].sample(random: @rng)}#{format('%05d', @rng.rand(100_000))}"

  def near(reading, slips = 2)
    SERIES.flat_map do |prefix, digits|
      numbers = reading.neighbours(prefix:, digits:, slips:)
      next @by_number.values_at(*numbers).compact if numbers

      pattern = reading.pattern(prefix:) or next []
      fits = /\A#{Regexp.escape(pattern).tr('_', '.').gsub('%', '.*')}\z/
      @fish.select { |fish| fits.match?(fish[:number]) }
    end
  end
end
