# frozen_string_literal: true

module Core
  module Meets
    # The sums of a meet, for the cooperative's files: of all crews together, so that nobody
    # fishes for a place in it.
    #
    #   species: [[name, tagged, recaptured, untagged, kept]], the most first;  fish: all of them
    #   within_air, complete: [so many, of so many known];  air_median_seconds: nil where unknown
    Report = Value.of(:fish, :species, :within_air, :complete, :air_median_seconds) do
      # rows: [{ species:, kind:, fate:, air_seconds:, within_air: true | false | nil, complete: }]
      def self.of(rows)
        seconds = rows.filter_map { |row| row[:air_seconds] }.sort
        new(
          fish: rows.size, species: by_species(rows),
          within_air: share(rows.reject { |row| row[:within_air].nil? }, :within_air),
          complete: share(rows, :complete),
          air_median_seconds: seconds.any? ? seconds[seconds.size / 2].round : nil
        )
      end

      def self.by_species(rows)
        rows.group_by { |row| row[:species] }
          .map { |name, fish| [name, *kinds(fish), fish.count { |row| row[:fate] == "kept" }] }
          .sort_by { |name, *counts| [-counts.take(3).sum, name] }
      end

      # Each fish is one of them.
      def self.kinds(fish)
        tagged, other = fish.partition { |row| row[:kind] == "tagged" }
        again, untagged = other.partition { |row| row[:kind] == "recaptured" }
        [tagged, again, untagged].map(&:size)
      end

      def self.share(rows, key) = [rows.count { |row| row[key] }, rows.size]
      private_class_method :by_species, :kinds, :share
    end
  end
end
