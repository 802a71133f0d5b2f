# frozen_string_literal: true

module Acts
  # What a finder takes away of a fish's story: always what the public may see, for it is handed on.
  #
  #   coast: GeoJSON features to draw behind the places
  module PrintCertificate
    # PDF bytes
    def self.call(store:, story_key:, route:, fonts_dir:, base_url:, coast:)
      story = TellStory.call(store:, story_key:, route:)
      Formats::Certificate.pdf(story:, link: "#{base_url}/story/#{story_key}", coast:, fonts_dir:)
    end

    # PNG bytes
    def self.picture(store:, story_key:, route:, coast:)
      Formats::SharePicture.png(story: TellStory.call(store:, story_key:, route:), coast:)
    end
  end
end
