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
    #   slips: as it takes them
    def weigh(store:, report:, slips: 2, series: store.desk.series)
      numbers = typed(report)
      readings = numbers.map { |number| Core::Tags::Reading.new(number) }
      told = {
        **report.slice(*TOLD),
        **day(report),
        numbers:,
        length: Core::Fish::Length.of(report)
      }
      kept = ->(fish_ids) { store.fish.kept_of(fish_ids, apart_from: report[:id]) }
      Core::Recaptures::Candidates.search(report: told, series:, kept:, slips:) do |within|
        candidates = store.desk.candidates(readings, series:, slips: within)
        codes = [*candidates.filter_map { |one| one[:species_code] }, *report[:species_code]]
        { candidates:, species: store.species.of(codes) }
      end
    end

    # What Core::Recaptures::Match.judge returns; its fish as Store::Fish#carrying tells it.
    def judge(store:, report:)
      series = store.desk.series
      readings = typed(report).map { |number| Core::Tags::Reading.new(number) }
      complete = readings.all?(&:complete?)
      carrying = carried(store, report, numbers(report, series))
      weighed = weigh(store:, report:, series:, slips: carrying.empty? ? 2 : 1)
      carrying = likeliest(store, report, weighed) if carrying.empty? && complete
      store.fish.lock(carrying.first[:fish_id]) if carrying.any?
      Core::Recaptures::Match.judge(
        report: {
          **report.except(:caught_from),
          **day(report)
        },
        complete:,
        carrying:,
        weighed:,
        ours: readings.any? { |one| one.of_series?(series) },
        alike: carrying.any? && alike?(store, report, carrying.first),
        told: carrying.any? && told?(store, report, carrying.first[:fish_id])
      )
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

    def carried(store, report, numbers)
      numbers.filter_map do |number|
        store.fish.carrying(number, on: report[:caught_on], apart_from: report[:id])
      end
    end

    # Where no fish carries the number itself: the one that it was most likely written for, when
    # that is sure enough.
    def likeliest(store, report, weighed)
      best = weighed[:ranked].first
      return [] unless best&.fish_id && best.share >= Core::Recaptures::Match.sure(report)

      carried(store, report, [best.number])
    end

    # Who has the fish in hand on the Deck tells of a catch of his own.
    def told?(store, report, fish_id)
      return false if report[:encounter_id]

      store.fish.catches(fish_id).any? do |one|
        one[:what] == "recaptured" && one[:id] != report[:id] &&
          (one[:caught_on] - report[:caught_on]).abs <= SAME_CATCH_DAYS
      end
    end

    def alike?(store, report, fish)
      store.species.find(fish[:species_code]).look_alikes.to_a.include?(report[:species_code])
    end
    private_class_method :carried, :likeliest, :alike?, :told?, :day
  end
end
