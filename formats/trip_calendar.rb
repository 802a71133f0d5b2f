# frozen_string_literal: true

require "icalendar"

module Formats
  # Planned trips as an iCalendar file. Times are moments, worked out by the clocks of the
  # programme, whose zone is named: a trip at seven is at seven there, wherever it is read.
  module TripCalendar
    # trips: [Core::Trips::Coming];  zone: the programme's;  ahead_minutes: Date -> how far its
    # clocks are ahead of UTC
    def self.ics(trips:, now:, base_url:, zone: "UTC", ahead_minutes: ->(_) { 0 })
      calendar = Icalendar::Calendar.new
      calendar.prodid = "-//Voucher//Trips//EN"
      calendar.append_custom_property("X-WR-TIMEZONE", zone)
      trips.each do |trip|
        from, to = trip.from_hour || 7, trip.to_hour || 12
        calendar.event do |event|
          event.uid = "trip-#{trip.id}@voucher"
          event.dtstamp = Icalendar::Values::DateTime.new(now.utc, "tzid" => "UTC")
          event.last_modified =
            Icalendar::Values::DateTime.new(trip.updated_at.utc, "tzid" => "UTC")
          ends = Core::Trips::Night.ends_at_hour(from, to)
          event.dtstart, event.dtend = [from, ends].map do |hour|
            moment(trip.held_on, hour, ahead_minutes)
          end
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
    def self.moment(date, hour, ahead_minutes)
      day = date + (hour / 24)
      utc = Time.utc(day.year, day.month, day.day, hour % 24) - (ahead_minutes.call(day) * 60)
      Icalendar::Values::DateTime.new(utc, "tzid" => "UTC")
    end
  end
end
