# frozen_string_literal: true

# Core runs twice: 20,000 random fish under random house rules, told by Ruby and by the compiled
# core, must be told alike, numbers to the last bit and texts to the letter; and how long each takes
# for one fish. ruby bench/parity.rb [FISH, default 20000] [SEED, default 7]; the pages must have
# been built.
require_relative "../config/boot"
require_relative "../test/support/random_fish"

count = Integer(ARGV[0] || 20_000)
rng = Random.new(Integer(ARGV[1] || 7))
PER_CARD = 20

def seconds
  from = Process.clock_gettime(Process::CLOCK_MONOTONIC)
  [yield, Process.clock_gettime(Process::CLOCK_MONOTONIC) - from]
end

questions = Array.new((count / PER_CARD.to_f).ceil) do
  [RandomFish.card(rng), Array.new(PER_CARD) { ["fish", RandomFish.fish(rng)] }]
end
ruby, in_ruby = seconds { questions.flat_map { |card, asked| RandomFish.in_ruby(card, asked) } }
compiled, in_node = seconds { RandomFish.compiled(questions) }
differ = ruby.zip(compiled).count { |here, there| here != there }
kinds = ruby.flat_map { |kind| kind.fetch("lines", []).map { |line| line["key"] } }.uniq.size
puts "#{ruby.size} fish, #{questions.size} cards, #{kinds} kinds of lines: #{differ} told " \
  "differently"
puts format(
  "one fish: Ruby %.3f ms, compiled in Node %.3f ms (with its start), %.2f x",
  in_ruby * 1000 / ruby.size,
  in_node * 1000 / ruby.size,
  in_node / in_ruby
)
exit(differ.zero? && compiled.size == ruby.size)
