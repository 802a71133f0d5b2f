# frozen_string_literal: true

module Acts
  # The front page, as data: fish that came back lately, where fish were tagged, and the lessons of
  # the tags. Nothing here is more than a stranger may know.
  #
  # Returns Opened: programme: Core::Programme;  returns: [Core::Recaptures::Lately], the newest
  # first;  cells: as MapWater has them;  coast: GeoJSON features;  answers:
  # [Core::Answers::Answer] with a sentence;  species: [{ code:, common_name: }] that came back
  module OpenFront
    Opened = Core::Value.of(:programme, :returns, :cells, :coast, :answers, :species)
    RETURNS = 6
    # One answer of each.
    TOPICS = %w[tags growth movement].freeze
    STRANGER = Core::People::Member.new(role: "reader")

    module_function

    # coast: Coast;  species: code of the one that is asked for, nil for all
    def call(store:, coast:, now: Time.now, species: nil)
      context = Context.new(store:, member: STRANGER, now:)
      Opened.new(
        programme: store.programme.find,
        returns: returns(store, coast, context.today, species),
        cells: cells(context, coast, species), coast: coast.public_features,
        answers: answers(context, species),
        species: store.finds.species_that_came_back
      )
    end

    def returns(store, coast, today, species)
      week = Core::Recaptures::Lately.shown_from(today)
      store.finds.came_back(before: week, limit: RETURNS, species:).filter_map do |story_key|
        story = TellStory.call(store:, story_key:, route: coast.route)
        picture = store.public_pictures.of_story(story_key, today:).first
        Core::Recaptures::Lately.of(story, week:, picture:) if story.whole
      end
    end

    # The whole of the drawn coast.
    def cells(context, coast, species)
      corners = coast.features.flat_map { |feature| feature.dig("geometry", "coordinates").flatten }
      return [] if corners.empty?

      lons, lats = corners.each_slice(2).to_a.transpose
      within = [lats.min, lons.min, lats.max, lons.max]
      MapWater.call(context, filter: { species: }.compact, within:)[:cells]
    end

    # Those that are kept: the front page waits for none. What is not kept is begun.
    def answers(context, species)
      TOPICS.filter_map do |topic|
        asked = { species: }.compact
        filter = WaterFilter.of(context, asked, topic:)
        next unless TooFew.show?(context, topic, filter)

        kept = context.store.water_answers.find(topic, Fingerprint.of(filter))
        if kept.nil?
          version = context.store.water_answers.data_version(today: context.today)
          Recompute.if_due(context, topic, filter, version)
        end
        kept&.answers&.find(&:sentence)
      end
    end
    private_class_method :returns, :cells, :answers
  end
end
