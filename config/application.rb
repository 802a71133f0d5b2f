# frozen_string_literal: true

require_relative "boot"

# Puts the application together from settings; shared by config.ru, the jobs, bin/ and the tests.
module Application
  module_function

  # The Rack application.
  def build(config:, db:, **parts)
    Que.connection = db
    Api::App
      .build(
        Api::App::Parts.new(
          config:,
          store: Store::Gateway.new(db),
          files: files(config),
          pictures: Devices::PictureWorkshop.new,
          coast: Acts::Coast.new(Store::Gateway.new(db)),
          papers: Acts::KeptPapers.new,
          front: Acts::FrontDoor.new,
          gauge: Devices::Gauge.new(config.gauge_url),
          instruments:
            Devices::Instruments.new(boat: config.boat_addr, scale: config.scale_addr).start,
          counters: counters(config, db),
          metrics: Api::Metrics.new(dir: ENV.fetch("VOUCHER_METRICS_DIR", nil)),
          **parts
        )
      )
      .tap { Acts::LetterJob.base_url = config.base_url }
  end

  # What the jobs of this process work with; they are made by the queue, with their arguments alone.
  def hand_over_jobs(
    config:,
    db:,
    carrier: carrier(config),
    files: files(config),
    pictures: Devices::PictureWorkshop.new
  )
    store = Store::Gateway.new(db)
    Que.connection = db
    Acts::StoredJob.store = store
    Acts::StoredJob.files = files
    Acts::SizeJob.pictures = pictures
    Acts::LetterJob.carrier = carrier
    Acts::HandOverJob.line = Devices::PartnerLine.new
    Acts::LetterJob.base_url = config.base_url
    auth = Api::App.auth(Api::App::Parts.new(config:, store:))
    Acts::ResetJob.reset = ->(email) { Api::Auth.reset(auth, email) }
    store
  end

  def files(config)
    return Devices::BucketStorage.new(config.bucket_url) if config.bucket_url

    Devices::DiskStorage.new(File.join(config.var_dir, "photos"))
  end

  def carrier(config)
    if config.smtp_url.nil?
      return (
        Devices::StandIns::Outbox.new(File.join(config.var_dir, "outbox"), sender: config.sender)
      )
    end

    Devices::SmtpCarrier.new(config.smtp_url, sender: config.sender)
  end

  def counters(config, db)
    alone = Api::LimitCounters.new
    return Devices::SharedCounters.new(config.redis_url, alone:) if config.redis_url

    Api::CommonCounters.new(shared: Store::LimitCounts.new(db), alone:)
  end
end
