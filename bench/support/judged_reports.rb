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

  def of(told) = told.each.map { |one| judge(told, one) }

  def judge(told, one)
    report = one.report
    weighed = Core::Recaptures::Candidates.search(report:, series: ToldReports::SERIES) do |slips|
      { candidates: slips > 2 ? told.within(one, slips) : one.candidates, species: told.species }
    end
    reading = Core::Tags::Reading.new(report[:numbers][0])
    best = weighed.best
    fish = one.candidates & told.carrying(report).map { |known| known.except(:kept) }
    fish = [told.by_number(best.number)] if fish.empty? && best
    carrying = Core::Recaptures::TaggedFish
    fish = fish.map { |known| carrying.new(**known.slice(*carrying.members), kept: false) }
    verdict =
      Core::Recaptures::Match.judge(
        report:,
        complete: reading.complete?,
        carrying: fish,
        weighed:,
        ours: true,
        told: false,
        sure: 0.0,
        alike: alike?(told, report, fish.first)
      )
    sure = verdict.accepted? && best.share >= Core::Recaptures::Match::SURE
    One.new(
      complete: reading.complete?,
      clear: verdict.accepted?,
      share: best ? best.share : 0.0,
      right: fish.first && fish.first[:number] == one.truth,
      accepted: sure,
      read_right: one.read_right,
      alone: one.alone,
      damaged: !one.read_right && !one.truth.nil?,
      place: weighed.ranked.index { |other| other.number == one.truth },
      stranger: one.truth.nil?,
      shares: weighed.ranked.map { |other| [other.share, other.number == one.truth] }
    )
  end

  def alike?(told, report, fish)
    fish && report[:species_code] &&
      told.species[fish[:species_code]].look_alikes.to_a.include?(report[:species_code])
  end
end
