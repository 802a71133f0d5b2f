# frozen_string_literal: true

module Acts
  # Holds a report, or a number read on the Deck, against every fish that it may be about.
  #
  #   report: { number_as_read:, more_numbers: [String], species_code:, caught_on: Date,
  #             caught_from: Date | nil | absent, found_how:, lat_deg:, lon_deg:, length_mm: .., id:
  #             }
  module FindFish
    # A second report of the fish within so many days may tell of the same catch. House rule.
    SAME_CATCH_DAYS = 1
    TOLD = %i[species_code caught_on lat_deg lon_deg found_how].freeze

    module_function

    # What Core::Recaptures::Candidates.search returns.
    #   slips: as it takes them;  known: where it is looked up, see KnownFish
    def weigh(store:, report:, slips: 2, known: KnownFish.new(store))
      numbers = typed(report)
      readings = numbers.map { |number| Core::Tags::Reading.new(number) }
      told = {
        **report.slice(*TOLD),
        **day(report),
        numbers:,
        length: Core::Fish::Length.of(report)
      }
      kept = ->(fish_ids) { known.kept_of(fish_ids, report) }
      search = { report: told, series: known.series, kept:, slips: }
      Core::Recaptures::Candidates.search(**search) do |within|
        candidates = known.candidates(readings, within)
        codes = [*candidates.filter_map { |one| one[:species_code] }, *report[:species_code]]
        { candidates:, species: known.species(codes.uniq) }
      end
    end

    # What Core::Recaptures::Match.judge returns; its fish as Store::Fish#carrying tells it.
    def judge(store:, report:, known: KnownFish.new(store))
      readings = typed(report).map { |number| Core::Tags::Reading.new(number) }
      complete = readings.all?(&:complete?)
      carrying = carried(known, report, numbers(report, known.series))
      weighed = weigh(store:, report:, known:, slips: carrying.empty? ? 2 : 1)
      carrying = likeliest(known, report, weighed) if carrying.empty? && complete
      known.lock(carrying.first[:fish_id]) if carrying.any?
      Core::Recaptures::Match.judge(
        report: {
          **report.except(:caught_from),
          **day(report)
        },
        complete:,
        carrying:,
        weighed:,
        ours: readings.any? { |one| one.of_series?(known.series) },
        alike: carrying.any? && alike?(known, report, carrying.first),
        told: carrying.any? && told?(known, report, carrying.first[:fish_id])
      )
    end

    # The numbers that who had a fish in hand read on it, as a report of them.
    def reading(encounter, numbers)
      { **encounter, encounter_id: encounter[:id], number_as_read: numbers.first,
                     more_numbers: numbers.drop(1) }
    end

    # All numbers of a report as they were typed, and in their printed form.
    def typed(report) = [report[:number_as_read], *report[:more_numbers].to_a].uniq

    def numbers(report, series)
      typed(report).map { |number| Core::Tags::Number.as_printed(number, series) }.uniq
    end

    # The span of days where not the day itself is known.
    def day(report)
      if report[:day_said].nil? || report[:day_said] == "day"
        {}
      else
        { caught_from: report[:caught_from] }
      end
    end

    def carried(known, report, numbers)
      numbers.filter_map { |number| known.carrying(number, report) }
    end

    # Where no fish carries the number itself: the one that it was most likely written for, when
    # that is sure enough.
    def likeliest(known, report, weighed)
      best = weighed[:ranked].first
      return [] unless best&.fish_id && best.share >= Core::Recaptures::Match.sure(report)

      carried(known, report, [best.number])
    end

    # Who has the fish in hand on the Deck tells of a catch of his own.
    def told?(known, report, fish_id)
      return false if report[:encounter_id]

      known.catches(fish_id).any? do |one|
        one[:what] == "recaptured" && one[:id] != report[:id] &&
          (one[:caught_on] - report[:caught_on]).abs <= SAME_CATCH_DAYS
      end
    end

    def alike?(known, report, fish)
      code = fish[:species_code]
      known.species([code])[code].look_alikes.to_a.include?(report[:species_code])
    end
    private_class_method :carried, :likeliest, :alike?, :told?, :day
  end
end
