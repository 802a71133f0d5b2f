# frozen_string_literal: true

module Acts
  # What a finder takes away of a fish's story: always what the public may see, for it is handed on.
  #
  #   coast: Coast;  papers: KeptPapers
  module PrintCertificate
    module_function

    # PDF bytes. units: "metric" | "imperial"
    def call(store:, story_key:, coast:, papers:, fonts_dir:, base_url:, units: "metric")
      made(store, story_key, coast, papers, "pdf-#{units}") do |story, programme|
        Formats::Certificate.pdf(
          story:,
          link: "#{base_url}/story/#{story_key}",
          coast: coast.features,
          fonts_dir:,
          programme:,
          units:
        )
      end
    end

    # PNG bytes
    def picture(store:, story_key:, coast:, papers:)
      made(store, story_key, coast, papers, "png") do |story, programme|
        Formats::SharePicture.png(story:, coast: coast.features, programme:)
      end
    end

    def made(store, story_key, coast, papers, kind)
      story = TellStory.call(store:, story_key:, route: coast.route)
      programme = store.programme.name
      papers.fetch(kind, story_key, programme, coast.version, story.to_h) { yield story, programme }
    end
    private_class_method :made
  end
end
