# frozen_string_literal: true

module Acts
  # The certificate of a fish's story as PDF bytes; always what the public may see, for it is handed on.
  #
  #   coast: GeoJSON features to draw behind the places
  module PrintCertificate
    def self.call(store:, story_key:, fonts_dir:, base_url:, coast:)
      story = TellStory.call(store:, story_key:)
      Formats::Certificate.pdf(story:, link: "#{base_url}/story/#{story_key}", coast:, fonts_dir:)
    end
  end
end
