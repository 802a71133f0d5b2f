# frozen_string_literal: true

module Core
  module Answers
    # Answers as they were worked out and kept.
    #
    #   answers: [Answer];  data_version: of which data, in a word;  took_ms, made_at: Time
    Kept = Value.of(:data_version, :made_at, :took_ms, answers: [].freeze)
  end
end
