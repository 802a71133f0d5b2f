# frozen_string_literal: true

require "icalendar"

module Formats
  # Open meets as an iCalendar file. A meet's spot is told by its water alone: a spot's name is its
  # place.
  #
  #   meets: [Core::Meets::Meet];  spots: { code => Core::Geography::Spot };  ahead_minutes: as
  #   TripCalendar takes it
  module MeetCalendar
    def self.ics(meets:, spots:, now:, ahead_minutes:)
      calendar = Icalendar::Calendar.new
      calendar.prodid = "-//Voucher//Meets//EN"
      meets.each do |meet|
        calendar.event do |event|
          event.uid = "meet-#{meet.id}@voucher"
          event.dtstamp = Icalendar::Values::DateTime.new(now.utc, "tzid" => "UTC")
          event.dtstart, event.dtend = hours(meet).map do |hour|
            TripCalendar.moment(meet.held_on, hour, ahead_minutes)
          end
          event.summary = meet.name
          event.location = spots[meet.spot_code]&.water_name.to_s
          event.description = meet.note.to_s
        end
      end
      calendar.publish
      calendar.to_ical
    end

    def self.hours(meet)
      from, to = meet.plan[:from_hour] || 7, meet.plan[:to_hour] || 12
      [from, Core::Trips::Night.ends_at_hour(from, to)]
    end
    private_class_method :hours
  end
end
