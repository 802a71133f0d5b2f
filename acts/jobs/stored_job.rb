# frozen_string_literal: true

module Acts
  # A job that works with the store. The queue makes jobs with their arguments alone, so what they
  # work with is handed to the class when the application starts.
  class StoredJob < Que::Job
    class << self
      attr_writer :store, :files

      def store = @store || superclass.store
      def files = @files || superclass.files
    end
  end
end
