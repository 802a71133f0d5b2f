# frozen_string_literal: true

require_relative "config/application"

config = Config.from(ENV)
LOADER.eager_load if config.production?
application = Application.build(config:, db: Database.connect(config.database_url))
Application.start_jobs
run application
