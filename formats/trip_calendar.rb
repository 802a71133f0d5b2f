# frozen_string_literal: true

require "icalendar"

module Formats
  # Planned trips as an iCalendar file. Times are "floating": a trip at seven is at seven where the
  # angler is.
  module TripCalendar
    # trips: [{ id:, held_on:, spot_name:, lat_deg:, lon_deg:, platform:, plan:, updated_at: }]
    def self.ics(trips:, now:, base_url:)
      calendar = Icalendar::Calendar.new
      calendar.prodid = "-//Voucher//Trips//EN"
      trips.each do |trip|
        from, to = (trip[:plan] || {}).values_at(:from_hour, :to_hour)
        calendar.event do |event|
          event.uid = "trip-#{trip[:id]}@voucher"
          event.dtstamp = Icalendar::Values::DateTime.new(now.utc, "tzid" => "UTC")
          event.last_modified =
            Icalendar::Values::DateTime.new(trip[:updated_at].utc, "tzid" => "UTC")
          event.dtstart = moment(trip[:held_on], from || 7)
          event.dtend = moment(trip[:held_on], Core::Trips::Night.ends_at_hour(from || 7, to || 12))
          event.summary = "Tagging at #{trip[:spot_name]}"
          event.location = trip[:spot_name]
          event.geo = [trip[:lat_deg], trip[:lon_deg]]
          event.url = "#{base_url}/ready?on=#{trip[:held_on]}"
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
