# frozen_string_literal: true

require_relative "told_reports"

# Told reports as core weighs and judges them.
module JudgedReports
  # share: of the fish that would be accepted;  clear: nothing else stands against it;  right: it is
  #        the true one
  # place: of the true fish among the ranked, from 0, nil when it is not among them;  shares:
  #        [[share, is it true], ...]
  One =
    Struct.new(
      :complete, :clear, :share, :right, :accepted, :read_right, :alone, :damaged, :place, :shares,
      :stranger, keyword_init: true
    )

  module_function

  def of(world) = world.each.map { |report| judge(world, report) }

  def judge(world, entry)
    report = entry.report
    weighed = Core::Recaptures::Candidates.search(report:, series: ToldReports::SERIES) do |slips|
      { candidates: slips > 2 ? world.within(entry, slips) : entry.candidates,
        species: world.species }
    end
    reading = Core::Tags::Reading.new(report[:numbers][0])
    best = weighed.best
    fish = entry.candidates & world.carrying(report).map { |known| known.except(:kept) }
    fish = [world.by_number(best.number)] if fish.empty? && best
    carrying = Core::Recaptures::TaggedFish
    fish = fish.map { |known| carrying.new(**known.slice(*carrying.members), kept: false) }
    verdict =
      Core::Recaptures::Match.judge(
        report:,
        complete: reading.complete?,
        carrying: fish,
        weighed:,
        ours: true,
        already_in: false,
        sure: 0.0,
        alike: alike?(world, report, fish.first)
      )
    sure = verdict.accepted? && best.share >= Core::Recaptures::Match::SURE
    One.new(
      complete: reading.complete?,
      clear: verdict.accepted?,
      share: best ? best.share : 0.0,
      right: fish.first && fish.first[:number] == entry.truth,
      accepted: sure,
      read_right: entry.read_right,
      alone: entry.alone,
      damaged: !entry.read_right && !entry.truth.nil?,
      place: weighed.ranked.index { |other| other.number == entry.truth },
      stranger: entry.truth.nil?,
      shares: weighed.ranked.map { |other| [other.share, other.number == entry.truth] }
    )
  end

  def alike?(world, report, fish)
    fish && report[:species_code] &&
      world.species[fish[:species_code]].look_alikes.to_a.include?(report[:species_code])
  end
end
