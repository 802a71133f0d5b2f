# frozen_string_literal: true

# What bin/console begins with.
require_relative "../../config/application"

def db = @db ||= Database.connect(ENV.fetch("DATABASE_URL"))
def store = @store ||= Store::Gateway.new(db)
def context(member = nil) = Acts::Context.new(store:, member:)
