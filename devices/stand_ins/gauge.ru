# frozen_string_literal: true

require_relative "gauge"

run Devices::StandIns::Gauge.new
