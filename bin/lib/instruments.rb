# frozen_string_literal: true

# A boat and a scale for the demo: ruby bin/lib/instruments.rb BOAT_PORT SCALE_PORT
require_relative "../../devices/nmea"
require_relative "../../devices/stand_ins/boat"
require_relative "../../devices/stand_ins/scale"

boat = Devices::StandIns::Boat.new(port: Integer(ARGV.fetch(0)))
scale = Devices::StandIns::Scale.new(port: Integer(ARGV.fetch(1)))
[Thread.new { boat.run }, Thread.new { scale.run }].each(&:join)
