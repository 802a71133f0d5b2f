# frozen_string_literal: true

module Core
  module Imports
    # Day and time of a row, as the clocks of the programme showed them.
    module RowTime
      LOCAL = "local"

      module_function

      # cells: RowCells. Returns { caught_on: Date | nil, time: [hour, minute] | nil }.
      def of(cells)
        day = day(cells)
        hour, minute, ahead = clock(cells)
        return { caught_on: day, time: nil } if day.nil? || hour.nil?

        ahead ||= said_of_table(cells)
        if ahead
          moved(cells.known, day, hour, minute,
            ahead)
        else
          { caught_on: day, time: [hour, minute] }
        end
      end

      def day(cells)
        cells.try(:date) do |text|
          Days.read(text, order: cells.mapping.date_order, today: cells.known.today,
            years: cells.mapping.years)
        end
      end

      def clock(cells)
        cells.try(:time) { |text| Days.time(text) } ||
          cells.try(:date) { |text| Days.time_behind(text) }
      end

      # Minutes ahead of UTC that times of this table are, nil where they are local.
      def said_of_table(cells)
        zone = cells.choice("zone")
        return Days.zone(zone) if zone && zone != LOCAL
        return nil if zone

        cells.fault(cells[:time] ? :time : :date, "The zone of this time is not known.",
          "Choose the zone of the times of this table.", ask: "zone")
      end

      def moved(known, day, hour, minute, ahead_minutes)
        utc = Time.utc(day.year, day.month, day.day, hour, minute) - (ahead_minutes * 60)
        local = utc + (known.ahead_minutes(utc.to_date) * 60)
        { caught_on: local.to_date, time: [local.hour, local.min] }
      end
      private_class_method :day, :clock, :said_of_table, :moved
    end
  end
end
