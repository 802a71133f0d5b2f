# frozen_string_literal: true

module Acts
  # Holds a report, or a number read on the Deck, against every fish that it may be about.
  #
  #   known:  where it is looked up, see KnownFish;  report: Core::Recaptures::Report
  module FindFish
    module_function

    # What Core::Recaptures::Candidates.search returns.
    #   slips: as it takes them;  photos: of the report, as far as they were looked at
    def weigh(known, report, slips: 2, photos: [])
      seen = photos.filter_map(&:seen_digits).max_by(&:most)
      readings = readings(report)
      near = seen ? [*readings, Core::Tags::Reading.new(seen.text)] : readings
      kept = ->(fish_ids) { known.kept_of(fish_ids, report) }
      search = { report: { **report.for_matching, seen: }, series: known.series, kept:, slips: }
      Core::Recaptures::Candidates.search(**search) do |within|
        candidates = known.candidates(near, within)
        codes = candidates.filter_map { |candidate| candidate[:species_code] }
        { candidates:, species: known.species([*codes, *report.species_code].uniq) }
      end
    end

    # What Core::Recaptures::Match.judge returns; its fish as Store::Fish#carrying tells it.
    def judge(known, report)
      readings = readings(report)
      complete = readings.all?(&:complete?)
      carrying = carried(known, report, report.printed(known.series))
      weighed = weigh(known, report, slips: carrying.empty? ? 2 : 1)
      carrying = likeliest(known, report, weighed) if carrying.empty? && complete
      known.lock(carrying.first.fish_id) if carrying.any?
      Core::Recaptures::Match.judge(
        report: report.for_matching,
        complete:,
        carrying:,
        weighed:,
        ours: readings.any? { |reading| reading.of_series?(known.series) },
        alike: carrying.any? && alike?(known, report, carrying.first),
        already_in: carrying.any? && already_in?(known, report, carrying.first.fish_id)
      )
    end

    def readings(report) = report.typed.map { |number| Core::Tags::Reading.new(number) }

    def carried(known, report, numbers)
      numbers.filter_map { |number| known.carrying(number, report) }
    end

    # Where no fish carries the number itself: the one that it was most likely written for, when
    # that is sure enough.
    def likeliest(known, report, weighed)
      best = weighed.best
      return [] unless best&.fish_id && best.share >= Core::Recaptures::Match::SURE

      carried(known, report, [best.number])
    end

    # A reading from the Deck is a catch of its own, so another catch on that day is no repeat.
    def already_in?(known, report, fish_id)
      return false if report.on_deck?

      days = Core::Recaptures::Match.same_catch_days(report.caught_on)
      known.caught_again?(fish_id, days, report)
    end

    def alike?(known, report, fish)
      code = fish.species_code
      known.species([code])[code].look_alikes.to_a.include?(report.species_code)
    end
    private_class_method :readings, :carried, :likeliest, :alike?, :already_in?
  end
end
