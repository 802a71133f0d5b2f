# frozen_string_literal: true

# Do the estimates agree with R, on data that nobody looked at? ruby bench/agreement.rb [SEEDS]
# Needs Rscript with the package survival. Ends with an error where a figure differs by more than
# one in a million of its size.
require_relative "../config/boot"
require "csv"
require "open3"
require "tmpdir"

# Data of one seed, what core makes of them, and what R does.
class Agreement
  E = Core::Estimates
  AGREE = 1e-6

  def initialize(seed) = @rng = Random.new(seed)

  # [[name, ours, R's], ...]
  def rows
    answer = Dir.mktmpdir do |folder|
      { weeks:, cells:, strata:, local: }.each { |name, table| write(folder, name, table) }
      Open3.capture2("Rscript", File.join(__dir__, "agreement.R"), folder).first
    end
    @version = answer.lines.last
    read = answer.lines.to_h { |line| line.split.then { |name, value| [name, value.to_f] } }
    ours.map { |name, value| [name, value, read.fetch(name.to_s)] }
  end
  attr_reader :version

  private

  def write(folder, name, table)
    CSV.open(File.join(folder, "#{name}.csv"), "w") do |csv|
      csv << table.first.keys
      table.each do |row|
        csv << row.values.map do |value|
          { true => 1, false => 0 }.fetch(value, value)
        end
      end
    end
  end

  def weeks
    @weeks ||= Array.new(400) do
      treated, back = @rng.rand < 0.4, @rng.rand < 0.5
      { stratum: @rng.rand(6), treated:, weeks: back ? @rng.rand(1..20) : 20, returned: back,
        fish: 1 }
    end
  end

  def cells
    @cells ||= Array.new(60) do
      { a: @rng.rand(2), b: @rng.rand(3), angler: @rng.rand(9), years: 1 + (@rng.rand * 9),
        returned: @rng.rand(0..12) }
    end
  end

  def strata
    @strata ||= Array.new(8) do
      { t_back: @rng.rand(2..9), t_not: @rng.rand(20..60), o_back: @rng.rand(2..20),
        o_not: @rng.rand(40..90) }
    end
  end

  def local
    @local ||= Array.new(40) do
      off = @rng.rand(-70..70)
      { off:, grown: 80 - (0.2 * off) + (@rng.rand * 30) }
    end
  end

  def ours
    time = E::TimeToReturn.fit(weeks)
    plain = poisson(:counts)
    { cox: Math.log(time.hazard.ratio), cox_error: time.hazard.error,
      log_rank_p: time.log_rank_p, kaplan_meier: E::TimeToReturn.shares(weeks).last.last,
      poisson: plain.log, poisson_error: plain.error / [Math.sqrt(dispersion), 1.0].max,
      clustered_error: poisson(:angler).error, mantel_haenszel:, t: E::NormalLaw.t95(7),
      benjamini_hochberg: E::FalseDiscovery
        .named({ a: 0.001, b: 0.02, c: 0.012, d: 0.5, e: 0.2 }).first.size,
      chi_square: E::NormalLaw.chi_square_beyond(13.2, 5), **line }
  end

  def fit(errors) = E::PoissonRegression.fit(cells, { a: 0, b: 0 }, errors:)
  def poisson(errors) = fit(errors).of(:a, 1)

  def dispersion
    result = fit(:counts).dispersion
    result > E::PoissonRegression::WIDENED_FROM ? result : 1.0
  end

  def mantel_haenszel
    E::Returns.within(
      strata.map do |row|
        { returned: row[:t_back], released: row[:t_back] + row[:t_not],
          other_returned: row[:o_back], other_released: row[:o_back] + row[:o_not] }
      end
    ).ratio
  end

  # The same weights as R is given: those of nearness alone.
  def line
    reach = local.map { |row| row[:off].abs }.max * 1.001
    points = local.map { |row| [row[:off], row[:grown], (1 - ((row[:off].abs / reach)**3))**3] }
    answer = E::LocalGrowth.send(:line, points)
    pulls = answer.high - answer.middle
    { line: answer.middle, line_error: pulls / E::NormalLaw.t95(freedom(points)) }
  end

  # As LocalGrowth counts it, from the weights of the fish in the estimate.
  def freedom(points)
    sums = [0, 1, 2].map { |power| points.sum { |off, _, weight| weight * (off**power) } }
    whole = (sums[0] * sums[2]) - (sums[1]**2)
    pulls = points.map { |off, _, weight| weight * (sums[2] - (sums[1] * off)) / whole }
    ((pulls.sum**2) / pulls.sum { |pull| pull**2 }).round - 2
  end
end

seeds = (ARGV[0] || "4001,4002,4003").split(",").map { |seed| Integer(seed) }
worst = Hash.new(0.0)
seeds.each do |seed|
  agreement = Agreement.new(seed)
  agreement.rows.each do |name, ours, theirs|
    worst[name] = [worst[name], (ours - theirs).abs / [theirs.abs, 1e-9].max].max
  end
  puts agreement.version if seed == seeds.last
end
worst.each { |name, off| puts format("%-20s differs by %.1e at most", name, off) }
off = worst.reject { |name, by| by <= (%i[t clustered_error].include?(name) ? 1e-4 : Agreement::AGREE) }
abort "these differ: #{off.keys.join(', ')}" if off.any?
