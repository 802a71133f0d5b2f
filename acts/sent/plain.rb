# frozen_string_literal: true

module Acts
  # What was sent, as it can be held against what was sent before: keys as strings, times to the
  # millisecond, lengths in millimetres.
  module Plain
    module_function

    def of(sent)
      plain =
        JSON.parse(
          JSON.generate(sent.merge(stages: times(sent[:stages]), length: length(sent[:length])))
        )
      %w[tag_numbers new_tag_numbers spoiled_numbers lost_numbers].each do |list|
        plain[list] = Core::Tags::Number.normalise_all(plain[list]) if plain[list]
      end
      plain
    end

    def times(stages) = (stages || []).map { |tap| { act: tap[:act], at: tap[:at].utc.iso8601(3) } }

    def length(sent) = sent && Core::Fish::SentLength.columns(sent).compact

    private_class_method :times, :length
  end
end
