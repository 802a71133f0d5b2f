# frozen_string_literal: true

module Worlds
  # A water in which so many fish live, visited a few times.
  class Closed
    FISH = 600
    WORLDS = {
      "caught alike, many visits" => { visits: 7, share: 0.28 },
      "caught alike, few visits" => { visits: 4, share: 0.12 },
      "two visits" => { visits: 2, share: 0.15 },
      "fish are unlike, many visits" => { visits: 7, share: 0.28, unlike: [0.3, 1.7] },
      "fish are unlike, five visits" => { visits: 5, share: 0.15, unlike: [0.3, 1.7] },
      "fish are a little unlike" => { visits: 6, share: 0.25, unlike: [0.7, 1.3] },
      "tagged fish are shy" => { visits: 6, share: 0.25, tagged: 0.5 },
      "tagged fish are shy, few visits" => { visits: 4, share: 0.15, tagged: 0.5 },
      "tagged fish are easy" => { visits: 6, share: 0.25, tagged: 1.8 }
    }.freeze

    def self.checks(world, seed) = new(WORLDS.fetch(world), seed).checks

    def initialize(world, seed)
      @world, @chance = { unlike: [1.0], tagged: 1.0, **world }, Chance.new(seed)
      @ease = Array.new(FISH) { @chance.pick(@world[:unlike]) }
      @tagged = {}
    end

    def checks
      rows = (0...@world[:visits]).flat_map { |visit| caught(Date.new(2025, 9, 1) + (7 * visit)) }
      answer = Core::Answers::ClosedAnswer.of(rows, species: "Trout", water: "Lough", year: 2025)
      numbers_in(answer.sentence)
    end

    private

    def caught(on)
      share = @world[:share] * @chance.between(0.7, 1.3)
      (0...FISH).filter_map do |fish|
        next unless @chance.happens?(share * @ease[fish] * (@tagged[fish] ? @world[:tagged] : 1))

        { on:, fish_id: fish.to_s, is_tagged: !@tagged[fish] }.tap { @tagged[fish] = true }
      end
    end

    def numbers_in(sentence)
      case sentence
      when /about \d+ \((\d+) to (\d+)\)/
        [Check.new(about: "fish", kind: :interval, low: ::Regexp.last_match(1).to_f,
          high: ::Regexp.last_match(2).to_f, truth: FISH)]
      when /at least (\d+)/
        [Check.new(about: "fish", kind: :least, low: ::Regexp.last_match(1).to_f, truth: FISH)]
      else []
      end
    end
  end
end
