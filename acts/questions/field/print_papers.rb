# frozen_string_literal: true

module Acts
  # Papers around a trip: the printed card, the calendar of trips, the labels of a batch, a
  # measuring board.
  module PrintPapers
    module_function

    # A5 PDF, both sides. Raises Core::NotFound.
    def card(store:, member:, trip_id:, fonts_dir:)
      trip = store.trips.find(trip_id)
      unless trip&.of?(member)
        raise Core::NotFound.new(:no_such_trip, "This trip is not one of yours. Plan it first.")
      end

      Formats::TripCard.pdf(
        card: CompileCard.card(store:, member:, trip:),
        member_name: member.name,
        expected: trip.planned(:species_codes) || [],
        fonts_dir:
      )
    end

    def calendar(store:, member:, today:, now:, base_url:)
      Formats::TripCalendar.ics(
        trips: store.trips.to_come(member.id, from: today), now:, base_url:,
        zone: store.programme.find.time_zone,
        ahead_minutes: ->(day) { store.programme.offset_minutes(day) }
      )
    end

    # The measuring board of so many centimetres; papers: KeptPapers
    def board(length_cm:, fonts_dir:, papers:)
      # In one list: the formatter takes a second argument for a value that the block would replace.
      papers.fetch([:board, length_cm]) do
        Formats::BoardPaper.pdf(
          pieces: Core::Photo::Board::SIZES.fetch(length_cm), length_cm:, fonts_dir:
        )
      end
    end

    # The paper fish to try a camera with; papers: KeptPapers
    def test_fish(fonts_dir:, papers:)
      papers.fetch([:test_fish]) { Formats::FishPaper.pdf(fonts_dir:) }
    end

    def labels(store:, batch_id:, fonts_dir:)
      batch = store.custody.find_batch(batch_id)
      raise Core::NotFound.new(:no_such_batch, "There is no such batch.") if batch.nil?

      Formats::BatchLabels.pdf(label: batch.label, series: batch.series, fonts_dir:)
    end
  end
end
