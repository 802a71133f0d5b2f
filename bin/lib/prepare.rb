# frozen_string_literal: true

# Migrates the database, and fills an empty one: with the demo, or in production with the catalogue alone.
require_relative "../../config/boot"

config = Config.from(ENV)
db = Database.connect(config.database_url, max_connections: 2)
Database.migrate(db)
if config.production?
  Demo::Load.catalogue(db)
elsif (counts = Demo::Load.call(db:, today: Date.today))
  Que.connection = db
  Acts::LetterJob.base_url = config.base_url
  Demo::Evening.new(store: Store::Gateway.new(db), files: Devices::FileStorage.new(File.join(config.var_dir, "photos")), today: Date.today).call
  Demo::Morning.new(store: Store::Gateway.new(db), today: Date.today, coast: JSON.parse(File.read(Demo::Sound::FILE)).fetch("features")).call
  puts "  demo: #{counts[:fish]} fish, #{counts[:encounters]} encounters, #{counts[:reports]} reports"
end
