# frozen_string_literal: true

require "csv"

module Demo
  # The species that every programme starts from, demo or not.
  module Catalogue
    module_function

    def add(db)
      rows = CSV.read(File.join(ROOT, "db/catalogue/species.csv"), headers: true).map do |line|
        line
          .to_h
          .transform_keys(&:to_sym)
          .transform_values { |value| value.to_s.empty? ? nil : value }
          .then do |row|
            row.merge(hazards: list(row[:hazards]), look_alikes: list(row[:look_alikes]))
          end
      end
      Store::Species.new(db).add(rows)
    end

    def list(text) = Sequel.pg_array(text.to_s.split(";"), :text)
    private_class_method :list
  end
end
