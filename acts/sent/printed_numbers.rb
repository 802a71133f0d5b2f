# frozen_string_literal: true

module Acts
  # Numbers as our series print them, whatever was typed: "ms oo4217", "4217".
  module PrintedNumbers
    LISTS = %i[tag_numbers new_tag_numbers spoiled_numbers lost_numbers].freeze

    module_function

    # typed: [String]
    def of(store, typed, series: store.desk.series)
      typed.to_a.map { |number| Core::Tags::Number.as_printed(number, series) }
    end

    # An encounter as it was sent, with its numbers so.
    def in_sent(store, sent)
      series = store.desk.series
      sent.merge(
        LISTS.filter_map { |list| [list, of(store, sent[list], series:)] if sent[list] }.to_h
      )
    end
  end
end
