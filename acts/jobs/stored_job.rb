# frozen_string_literal: true

module Acts
  # A job that works with the store. The queue makes jobs with their arguments alone, so what they
  # work with is handed to this class when the application starts.
  class StoredJob < Que::Job
    class << self
      attr_accessor :store, :files
    end

    def store = StoredJob.store
    def files = StoredJob.files
  end
end
