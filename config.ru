# frozen_string_literal: true

require_relative "config/application"

config = Config.from(ENV)
LOADER.eager_load if config.production?
run Application.build(config:, db: Database.connect(config.database_url, read_url: config.read_url))
