# frozen_string_literal: true

require_relative "../../config/boot"

# A coordinator of the programme at DATABASE_URL, as acts take one.
module Coordinator
  def self.context
    url = ENV.fetch("DATABASE_URL") { abort "usage: DATABASE_URL=... ruby #{$PROGRAM_NAME}" }
    db = Database.connect(url, max_connections: 2)
    store = Store::Gateway.new(db)
    id = db[:members].where(role: "coordinator").get(:id)
    Acts::Context.new(store:, member: store.members.find(id))
  end
end
