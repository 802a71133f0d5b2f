# frozen_string_literal: true

require_relative "boot"

# Puts the application together from settings; shared by config.ru and the tests.
module Application
  COAST_FILE = File.join(ROOT, "db/waters/marrow_sound.geojson")

  def self.build(config:, db:, carrier: nil, instruments: Devices::Instruments.new(boat: config.boat_addr, scale: config.scale_addr).start)
    carrier ||= config.smtp_url ? Devices::SmtpCarrier.new(config.smtp_url) : Devices::StandIns::Outbox.new(File.join(config.var_dir, "outbox"))
    coast = JSON.parse(File.read(COAST_FILE)).fetch("features")
    Api::App.build(config:, db:, carrier:, gauge: Devices::Gauge.new(config.gauge_url), instruments:, files: Devices::FileStorage.new(File.join(config.var_dir, "photos")),
                   coast:, route: Core::Waters::Route.new(coast))
  end

  # Letters and other jobs, worked off by two threads of this process.
  def self.start_jobs
    locker = Que::Locker.new(worker_priorities: [nil, nil], poll_interval: 5)
    at_exit { locker.stop! }
  end
end
