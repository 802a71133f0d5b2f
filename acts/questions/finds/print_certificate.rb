# frozen_string_literal: true

module Acts
  # What a finder takes away of a fish's story: always what the public may see, for it is handed on.
  class PrintCertificate
    # coast: Coast;  papers: KeptPapers
    def initialize(store:, coast:, papers:)
      @store = store
      @coast = coast
      @papers = papers
    end

    # PDF bytes. units: "metric" | "imperial"
    def pdf(story_key, fonts_dir:, base_url:, units: "metric")
      made(story_key, "pdf-#{units}") do |story, programme|
        Formats::Certificate.pdf(
          story:, link: "#{base_url}/story/#{story_key}", coast: @coast.features, fonts_dir:,
          programme:, units:
        )
      end
    end

    # PNG bytes
    def picture(story_key)
      made(story_key, "png") do |story, programme|
        Formats::SharePicture.png(story:, coast: @coast.features, programme:)
      end
    end

    private

    def made(story_key, kind)
      story = TellStory.call(store: @store, story_key:, route: @coast.route)
      programme = @store.programme.name
      @papers.fetch(kind, story_key, programme, @coast.version, story.to_h) do
        yield story, programme
      end
    end
  end
end
