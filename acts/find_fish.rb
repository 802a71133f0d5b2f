# frozen_string_literal: true

module Acts
  # Holds a report, or a number read on the Deck, against every fish that it may be about.
  #
  #   report: { number_as_read:, more_numbers: [String], species_code:, caught_on: Date, lat_deg:, lon_deg:, length_mm: .., id: }
  module FindFish
    # A second report of the fish within so many days may tell of the same catch. House rule.
    SAME_CATCH_DAYS = 1

    module_function

    # What Core::Recaptures::Candidates.weigh returns.
    #   slips: how far from the number to look; 1 is enough for one that was read whole
    def weigh(store:, report:, slips: 2)
      numbers = numbers(report)
      readings = numbers.map { |number| Core::Tags::Reading.new(number) }
      candidates = store.desk.candidates(readings, slips:)
      Core::Recaptures::Candidates.weigh(report: report.slice(:species_code, :caught_on, :lat_deg, :lon_deg).merge(numbers:, length: Core::Fish::Length.of(report)),
                                         candidates:, kept: ->(fish_ids) { store.fish.kept_of(fish_ids, apart_from: report[:id]) },
                                         species: store.species.of([*candidates.filter_map { |one| one[:species_code] }, *report[:species_code]]))
    end

    # What Core::Recaptures::Match.judge returns.
    def judge(store:, report:)
      numbers = numbers(report)
      series = store.desk.series
      carrying = numbers.filter_map { |number| store.fish.carrying(number, apart_from: report[:id]) }
      store.fish.lock(carrying.first[:fish_id]) if carrying.any?
      weighed = carrying.empty? ? { ranked: [] } : weigh(store:, report:, slips: 1)
      Core::Recaptures::Match.judge(report:, carrying:, weighed:, ours: numbers.any? { |number| Core::Tags::Reading.new(number).of_series?(series) },
                                    alike: carrying.any? && alike?(store, report, carrying.first), told: carrying.any? && told?(store, report, carrying.first[:fish_id]))
    end

    # All numbers of a report in their printed form.
    def numbers(report) = [report[:number_as_read], *report[:more_numbers].to_a].map { |number| Core::Tags::Number.normalise(number) }.uniq

    # Who has the fish in hand on the Deck tells of a catch of his own.
    def told?(store, report, fish_id)
      return false if report[:encounter_id]

      store.fish.catches(fish_id).any? do |one|
        one[:what] == "recaptured" && one[:id] != report[:id] && (one[:caught_on] - report[:caught_on]).abs <= SAME_CATCH_DAYS
      end
    end

    def alike?(store, report, fish) = store.species.find(fish[:species_code]).look_alikes.to_a.include?(report[:species_code])
    private_class_method :alike?, :told?
  end
end
