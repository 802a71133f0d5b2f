# frozen_string_literal: true

module Acts
  # The pages that the server writes itself, as text; see OpenFront for what they may say.
  class PrintFront
    # coast: Coast;  base_url: String
    def initialize(store:, coast:, base_url:)
      @store = store
      @coast = coast
      @base_url = base_url
    end

    def front = Formats::FrontPage.html(opened: opened)

    # Raises Core::NotFound.
    def species(code)
      species = @store.species.find(code) or
        raise Core::NotFound.new(:no_such_species, "There is no species at this address.")
      Formats::FrontPage.species(opened: opened(species: code), species:)
    end

    def feed = Formats::ReturnsFeed.atom(opened: opened, base_url: @base_url)

    # Open meets from today on, as a calendar.
    def meets
      now = Time.now
      Formats::MeetCalendar.ics(
        meets: @store.meets.open_from(@store.programme.day(now)),
        spots: @store.waters.spots.to_h { |spot| [spot.code, spot] }, now:,
        ahead_minutes: ->(day) { @store.programme.offset_minutes(day) }
      )
    end

    private

    def opened(species: nil) = OpenFront.call(store: @store, coast: @coast, species:)
  end
end
