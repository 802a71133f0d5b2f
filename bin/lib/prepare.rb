# frozen_string_literal: true

# Migrates the database as its owner, and fills an empty one: with the demo, or in production with
# the catalogue alone.
require_relative "../../config/application"

config = Config.from(ENV)
db = Database.connect(config.database_url, max_connections: 4)
Database.migrate(db)
if config.production?
  Demo::Catalogue.add(db)
elsif (counts = Demo::Load.call(db:, today: Date.today))
  pictures = Devices::PictureWorkshop.new
  store = Application.hand_over_jobs(config:, db:, pictures:)
  Demo::Evening.new(store:, files: Application.files(config), pictures:, today: Date.today).call
  Demo::Morning.new(store:, today: Date.today).call
  Acts::SealLedgers.call(store:)
  puts "  demo: #{counts[:fish]} fish, " \
    "#{counts[:encounters]} encounters, #{counts[:reports]} reports"
end
Store::Defences.new(db).keep_balances
