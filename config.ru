# frozen_string_literal: true

require_relative "config/application"

config = Config.from(ENV)
LOADER.eager_load if config.production?
# In the process for long answers the database works for it in the background, too.
after_connect = Database::IN_THE_BACKGROUND if ENV["VOUCHER_HEAVY_HERE"]
db = Database.connect(config.database_url, read_url: config.read_url, **{ after_connect: }.compact)
run Application.build(config:, db:)
