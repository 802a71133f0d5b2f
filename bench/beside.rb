# frozen_string_literal: true

# The same work by an earlier commit and by this one, alternately, each on the same demo in a
# database of its own; prints both and the ratio of this one to the earlier with its interval:
#   DATABASE_URL=$(bin/pg url dev admin) ruby bench/beside.rb COMMIT [--releases 100000]
#     [--rounds 12] [--only report,worn,left_out,story,water,pace] [--again]
# --again uses the databases of the last run.
require "bundler/setup"
require "English"
require "json"
require "open3"
require "optparse"
require_relative "support/measure"
require_relative "support/pace"
require_relative "../config/boot"

options = { releases: 100_000, rounds: 12, only: %w[report worn left_out story water pace] }
OptionParser.new do |opts|
  opts.on("--releases N", Integer) { |releases| options[:releases] = releases }
  opts.on("--rounds N", Integer) { |rounds| options[:rounds] = rounds }
  opts.on("--only LIST", Array) { |only| options[:only] = only }
  opts.on("--again") { options[:again] = true }
end.parse!(ARGV)
commit = ARGV.first or abort "usage: ruby bench/beside.rb COMMIT"
cluster = ENV.fetch("DATABASE_URL") { abort "DATABASE_URL=$(bin/pg url dev admin) is needed" }

# Repetitions of each work in a round.
TIMES = { "report" => 25, "worn" => 15, "left_out" => 15, "story" => 40, "water" => 1 }.freeze
PER_SECOND, PACE_SECONDS = 20, 15
RESAMPLED = 1000

# A commit with its folder, its database and the process that works for it.
class Party
  attr_reader :name, :root, :url, :times

  def initialize(name, root, url)
    @name, @root, @url = name, root, url
    @times = Hash.new { |hash, work| hash[work] = [] }
    var = Dir.mktmpdir("voucher-beside")
    side = File.join(ROOT, "bench/support/side.rb")
    @log = File.join(var, "log")
    @to, @from, = Bundler.with_unbundled_env do
      Open3.popen2({ "SIDE_VAR" => var }, "ruby", side, root, url, err: @log, chdir: root)
    end
  end

  def ask(**question)
    @to.puts JSON.generate(question)
    answer = JSON.parse(@from.gets || raise("#{name} ended: see #{@log}"))
    raise "#{name}: #{answer['failed']}" if answer["failed"]

    answer["done"]
  end
end

# Folder of a commit, with the gems that it asks for.
def folder(commit)
  return ROOT if commit == "HEAD"

  sha = `git rev-parse --short #{commit}`.strip
  File.join(ROOT, "var/beside", sha).tap do |root|
    next if File.directory?(root)

    system("git", "worktree", "add", "--detach", root, sha, exception: true, out: File::NULL)
    Bundler.with_unbundled_env do
      install = { "BUNDLE_PATH" => File.join(root, "vendor/bundle") }
      system(install, "bundle", "install", "--quiet", chdir: root, exception: true)
    end
  end
end

def ratio_words(earlier, now, rng, share)
  ratio = ->(before, after) { Measure.at(after.sort, share) / Measure.at(before.sort, share) }
  drawn = Array.new(RESAMPLED) do
    ratio.call(*[earlier, now].map { |all| Array.new(all.size) { all[rng.rand(all.size)] } })
  end.sort
  format("%.2f (%.2f to %.2f)", ratio.call(earlier, now), Measure.at(drawn, 0.025),
    Measure.at(drawn, 0.975))
end

parties = [["earlier", commit], %w[now HEAD]].map do |name, of|
  url = Database.beside(cluster, "voucher_beside_#{name}", anew: !options[:again])
  Party.new(name, folder(of), url)
end
unless options[:again]
  parties.each do |party|
    seconds = Measure.timed do
      party.ask(do: "migrate")
      party.ask(do: "fill", releases: options[:releases])
    end
    puts format("%-8s %d releases made in %.0f s", party.name, options[:releases], seconds)
  end
end
seed = Random.new_seed % 1_000_000
works = options[:only] & TIMES.keys
options[:rounds].times do |round|
  works.each do |work|
    next if work == "water" && round > 2

    # The two commits take turns in coming first.
    (round.even? ? parties : parties.reverse).each do |party|
      party.times[work] += party.ask(do: "work", name: work, times: TIMES[work], seed: seed + round)
    rescue RuntimeError => e
      warn e.message if round.zero?
    end
  end
end
if options[:only].include?("pace")
  3.times do |round|
    (round.even? ? parties : parties.reverse).each do |party|
      reports = party.ask(do: "requests", times: PER_SECOND * PACE_SECONDS,
        seed: seed + 100 + round)
      answers = Pace.run(root: party.root, url: party.url, reports:, per_second: PER_SECOND)
      party.times["pace"] += answers.map(&:first)
    end
  end
end

puts "seed #{seed}; milliseconds; the ratio is of now to earlier"
puts "| work | earlier: median, p95 | now: median, p95 | ratio of medians | of p95 |"
puts "|---|---|---|---|---|"
rng = Random.new(seed)
parties.first.times.keys.union(parties.last.times.keys).each do |work|
  earlier, now = parties.map { |party| party.times[work] }
  shown = [earlier, now].map do |all|
    next "not there" if all.empty?

    format("%.1f, %.1f", Measure.at(all.sort, 0.5), Measure.at(all.sort, 0.95))
  end
  ratios = [0.5, 0.95].map do |share|
    earlier.empty? || now.empty? ? "" : ratio_words(earlier, now, rng, share)
  end
  puts "| #{work} | #{[*shown, *ratios].join(' | ')} |"
end
