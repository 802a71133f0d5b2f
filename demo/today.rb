# frozen_string_literal: true

module Demo
  # What waits on the first morning; a part of Load, with its rows and members.
  module Today
    OPEN_REPORTS = 3

    private

    # What the desk finds on the first morning: a worn digit, swapped digits, a tag of somebody
    # else's.
    def open_reports
      number = @last_number
      [number.sub(/\d\z/, "?"), number.sub(/(\d)(\d)\z/, '\2\1').then do |swapped|
        swapped == number ? "#{number}0" : swapped
      end, "QK10427"].first(OPEN_REPORTS).each_with_index do |read, index|
        # The first two are of one fish, a little longer and near where it was tagged; the third is
        # of another programme's.
        species = index < 2 ? @last_species : @species.fetch("cod")
        spot = index < 2 ? @last_release.spot : Sound::SPOTS[index]
        caught =
          Simulation::Handling.new(
            date: @today - 2 - index,
            minute: 600,
            spot:,
            lat_deg: spot[:lat_deg],
            lon_deg: spot[:lon_deg],
            length_mm: index < 2 ? @last_release.length_mm + 4 : species.typical_mm,
            how: "tape",
            kept: index == 1
          )
        @rows.add(
          :reports,
          report_row(
            uuid, caught, number_as_read: read, species_code: species.code,
            finder: People::FINDERS[index],
            length_kind: species.length_kind
          ).merge(
            state: "waiting",
            waiting_reason: index < 2 ? "number_not_found" : "other_programme"
          )
        )
      end
    end

    def trip_today
      @rows.add(
        :trips,
        {
          id: uuid,
          member_id: @members.fetch(People::MEMBERS.first[:name])[:id],
          held_on: @today,
          spot_code: "cutter_ledge",
          platform: "boat",
          water_temp_c: Truth.water_temp_c("marrow_sound", @today, @rng),
          state: "open",
          created_at: Time.now,
          fished_hours: nil, rods: nil
        }
      )
    end
  end
end
