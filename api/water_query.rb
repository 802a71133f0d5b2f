# frozen_string_literal: true

module Api
  # The one filter of Water as it is sent, in an address or a body, made into what acts take.
  module WaterQuery
    PLAIN = %i[species water tagger how hook from_mm to_mm].freeze

    # sent: { field => text, number or Date }
    def water_filter(sent)
      {
        **sent.slice(:from, :to, *PLAIN), area: sent[:area] && sides(sent[:area]),
        mine: sent[:mine] == "yes" || nil
      }.compact
    end

    # Four numbers with commas, as the contract wants them.
    def sides(text) = text.split(",").map { |side| Float(side) }
  end
end
