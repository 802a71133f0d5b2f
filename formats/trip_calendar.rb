# frozen_string_literal: true

require "icalendar"

module Formats
  # Planned trips as an iCalendar file. Times are "floating": a trip at seven is at seven where the
  # angler is.
  module TripCalendar
    # trips: [Core::Trips::Coming]
    def self.ics(trips:, now:, base_url:)
      calendar = Icalendar::Calendar.new
      calendar.prodid = "-//Voucher//Trips//EN"
      trips.each do |trip|
        from, to = trip.from_hour || 7, trip.to_hour || 12
        calendar.event do |event|
          event.uid = "trip-#{trip.id}@voucher"
          event.dtstamp = Icalendar::Values::DateTime.new(now.utc, "tzid" => "UTC")
          event.last_modified =
            Icalendar::Values::DateTime.new(trip.updated_at.utc, "tzid" => "UTC")
          event.dtstart = moment(trip.held_on, from)
          event.dtend = moment(trip.held_on, Core::Trips::Night.ends_at_hour(from, to))
          event.summary = "Tagging at #{trip.spot.name}"
          event.location = trip.spot.name
          event.geo = [trip.spot.lat_deg, trip.spot.lon_deg]
          event.url = "#{base_url}/ready?on=#{trip.held_on}"
        end
      end
      calendar.publish
      calendar.to_ical
    end

    # Hour 24 is the next day's midnight.
    def self.moment(date, hour)
      day = date + (hour / 24)
      Icalendar::Values::DateTime.new(DateTime.new(day.year, day.month, day.day, hour % 24))
    end
    private_class_method :moment
  end
end
