# frozen_string_literal: true

module Core
  module Trips
    # One thing that follows from a plan.
    #
    #   verdict: :ok | :care | :stop
    #   text:    a sentence for the person
    #   source:  where it comes from: "house rule", "school A", "law as entered", "geometry" ...
    Finding = Struct.new(:key, :verdict, :text, :source, keyword_init: true) do
      def self.ok(key, text, source) = new(key:, verdict: :ok, text:, source:).freeze
      def self.care(key, text, source) = new(key:, verdict: :care, text:, source:).freeze
      def self.stop(key, text, source) = new(key:, verdict: :stop, text:, source:).freeze

      # It may leave as it is.
      def to_hash = to_h

      # The worst of several: what a summary shows.
      def self.worst(findings)
        verdicts = findings.map(&:verdict)
        %i[stop care].find { |verdict| verdicts.include?(verdict) } || :ok
      end
    end
  end
end
