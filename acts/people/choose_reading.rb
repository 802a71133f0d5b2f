# frozen_string_literal: true

module Acts
  # How somebody reads lengths, weights and temperatures, days and hours; what is stored stays
  # metric and ISO.
  module ChooseReading
    # sent: { units: "metric" | "imperial", dates: "day_first" | "month_first" | "year_first" },
    #       either or both
    # Returns { units:, dates: }.
    def self.call(context, sent:)
      context.store.write { context.store.members.change(context.member.id, sent) }
      context.member.slice(:units, :dates).merge(sent)
    end
  end
end
