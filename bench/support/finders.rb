# frozen_string_literal: true

require_relative "judged_reports"

# Four kinds of finders who make other mistakes than those that the weights were set on. Each takes
# what a careful finder would tell, and changes the number or what stands beside it. The first two
# were looked at while acceptance was set; the last two were held back.
class Finders < ToldReports
  # As often as that a number is read wrong, by each kind.
  KINDS = {
    neighbours: 0.010, letters: 0.030, two_digits: 0.015, memory: 0.020
  }.freeze
  LOOKED_AT = %i[neighbours letters].freeze
  ALIKE = { "0" => "689", "1" => "74", "2" => "7", "3" => "8", "4" => "91", "5" => "6",
            "6" => "058", "7" => "12", "8" => "360", "9" => "40" }.freeze

  def initialize(kind:, **options)
    @kind = kind
    super(**options)
  end

  private

  def report_of(fish, caught)
    stranger = @rng.rand < STRANGERS
    report = @telling.of(fish[:number], fish[:species_code], caught, damaged: false)
    wrong = @rng.rand < KINDS.fetch(@kind)
    report = report.merge(numbers: [send(@kind, fish[:number])]) if wrong
    report = from_memory(report) if @kind == :memory
    candidates = near(Core::Tags::Reading.new(report[:numbers][0]))
    candidates -= [fish] if stranger
    Told.new(
      report:, truth: stranger ? nil : fish[:number], without: (fish[:number] if stranger),
      candidates:, read_right: !stranger && !wrong,
      alone: report.values_at(:species_code, :length, :lat_deg).all?(&:nil?)
    )
  end

  # The tag before or after on the strip: put in on the same trip.
  def neighbours(number)
    number[/\A\D+/] + format("%06d",
      [number[/\d+/].to_i + [-2, -1, 1, 2].sample(random: @rng), 1].max)
  end

  def letters(number)
    place = @rng.rand(2..7)
    number.dup.tap { |text| text[place] = ALIKE.fetch(text[place]).chars.sample(random: @rng) }
  end

  # Two digits wrong, or two swapped that are not neighbours.
  def two_digits(number)
    here, there = (2..7).to_a.sample(2, random: @rng)
    number.dup.tap do |text|
      if @rng.rand < 0.5
        [here, there].each { |place| text[place] = @rng.rand(10).to_s }
      else
        text[here], text[there] = text[there], text[here]
      end
    end
  end

  # One digit wrong by whatever the memory makes of it, or the right ones in another order.
  def memory(number)
    return two_digits(number) if @rng.rand < 0.3

    number.dup.tap { |text| text[@rng.rand(4..7)] = @rng.rand(10).to_s }
  end

  # Days later: lengths in steps of 5 cm, a species that looks alike, seldom a place.
  def from_memory(report)
    length = report[:length]
    length &&= Core::Fish::Length.new(mm: (length.mm / 50.0).round * 50, kind: length.kind,
      how: "estimate")
    alike = report[:species_code] && @species.fetch(report[:species_code]).look_alikes.to_a
    species = alike&.any? && @rng.rand < 0.1 ? alike.sample(random: @rng) : report[:species_code]
    place = @rng.rand < 0.5 ? {} : { lat_deg: nil, lon_deg: nil }
    { **report, length:, species_code: @species.key?(species) ? species : report[:species_code],
                **place }
  end
end
