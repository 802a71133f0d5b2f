# frozen_string_literal: true

module Acts
  # A waiting report beside the fish it may be about, with why each, and beside other reports of
  # perhaps the same catch.
  module OpenDesk
    module_function

    # Returns { report:, ranked: [candidates as Hashes], none_likely:, expected: { fish id => range
    # of its length },
    #           same_catch: [...], decisions: [...] }. Raises Core::NotFound.
    def call(store:, report_id:, now: Time.now)
      report = store.reports.find(report_id)
      raise Core::NotFound.new(:no_such_report, "There is no such report.") if report.nil?

      photos = store.photos.of_report(report.id)
      weighed = FindFish.weigh(KnownFish.new(store), report, photos:)
      fish = weighed.ranked.select(&:fish_id)
      species = store.species.of(weighed.ranked.map(&:species_code))
      {
        report: shown(store, report, photos),
        none_likely: weighed.none_share > Core::Recaptures::Match::LIKELIER_THAN_NOT,
        ranked: weighed.ranked.map { |ranking| candidate(ranking, species) },
        expected: fish.to_h { |match| [match.fish_id, expected(report, match, species)] },
        same_catch:
          store.desk.of_same_catch(
            report,
            fish_ids: [report.fish_id, *fish.first(3).map(&:fish_id)].compact,
            days: Core::Recaptures::Match::SAME_CATCH_DAYS
          ),
        decisions: store.desk.decisions(report_id),
        letters: store.letters.waiting_to_leave(report_id, now:)
      }
    end

    def shown(store, report, photos)
      shown = report.to_h.except(:fingerprint, :report_key, :fish_id, :tag_number)
      length = report.length
      WaitingWords.beside(shown).merge(
        numbers: report.numbers.to_a, more_numbers: report.more_numbers.to_a,
        length_sd_mm: length&.sd_mm, length_margin_mm: length&.margin_mm,
        photos: photos.map { |photo| photo(photo, report.number_as_read) },
        deck: report.on_deck? ? store.encounters.on_deck(report.encounter_id) : nil
      )
    end

    PHOTO = %i[
      id shown_width_px shown_height_px focal_35mm marks proposed_marks measured_mm measured_sd_mm
      seen_number
    ].freeze

    # A photo of a report as Review shows it; typed: the number as its finder wrote it.
    def photo(photo, typed)
      {
        **photo.slice(*PHOTO),
        margin_mm: photo.measured_sd_mm && (Core::Fish::Length::Z95 * photo.measured_sd_mm),
        agrees: agrees(photo, typed)
      }
    end

    # nil where nothing was read that is to be relied on.
    def agrees(photo, typed)
      return unless photo.seen_number && Core::Tags::SeenNumber.sure?(photo.seen_share)

      Core::Tags::SeenNumber.agrees?(photo.seen_number, typed)
    end

    def candidate(ranking, species)
      ranking
        .to_h
        .except(:measured)
        .merge(
          length_mm: ranking.measured&.mm,
          length_margin_mm: ranking.measured&.margin_mm,
          growth_version: species[ranking.species_code]&.growth&.version,
          likelihood: Core::Recaptures::Likelihood.words(ranking.share),
          needs_second_look: ranking.share < Core::Recaptures::Match::LIKELIER_THAN_NOT
        )
    end

    def expected(report, match, species)
      Core::Recaptures::ExpectedGrowth.range(
        match.measured,
        [(report.caught_on - match.released_on).to_i, 0].max,
        species.fetch(match.species_code), released_on: match.released_on
      )
    end
    private_class_method :shown, :candidate, :expected
  end
end
