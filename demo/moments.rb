# frozen_string_literal: true

module Demo
  # When each fish was in hand. Nobody has two at once: who is busy takes the next one later.
  class Moments
    FISH_MINUTES = 12

    def initialize(utc_offset_minutes)
      @offset_minutes = utc_offset_minutes
      @busy = Hash.new { |hash, key| hash[key] = [] }
      start_anew
    end

    # What is asked of later fish only hangs on their members' hours.
    def start_anew = @known = {}.compare_by_identity

    # Time in UTC; the same whenever it is asked of the same Simulation::Handling.
    def of(caught)
      @known[caught] ||=
        begin
          minute = caught.member ? free_minute(caught) : caught.minute
          Time.utc(caught.date.year, caught.date.month, caught.date.day) +
            ((minute - @offset_minutes) * 60)
        end
    end

    private

    def free_minute(caught)
      taken = @busy[[caught.member[:name], caught.date]]
      minute = caught.minute
      minute += FISH_MINUTES while taken.any? { |other| (other - minute).abs < FISH_MINUTES }
      taken << minute
      minute
    end
  end
end
