# frozen_string_literal: true

# After a migration that changes a function or trigger: writes their hashes into db/defences.json,
# from a migrated database: DATABASE_URL=$(bin/pg url dev) bundle exec ruby bin/lib/note_defences.rb
require_relative "../../config/boot"

db = Database.connect(ENV.fetch("DATABASE_URL"), max_connections: 1)
Database.migrate(db)
hashes = Store::Defences.new(db).hashes
File.write(Store::Defences::FILE, "#{JSON.pretty_generate(hashes)}\n")
puts "#{hashes.size} functions and triggers"
