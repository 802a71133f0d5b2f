# frozen_string_literal: true

module Acts
  # What a reader of Water may ask about, as the store takes it. Whoever may not know exact places
  # asks about whole cells, and nobody but a coordinator about somebody else.
  #
  #   asked: { species:, water:, from: Date, to: Date, how:, hook:, from_mm:,
  #          to_mm:, area: [south, west, north, east], tagger: id of a member, mine: true | nil }
  module WaterFilter
    module_function

    # Returns { species:, water:, from:, to:, how:, hook:, from_mm:, to_mm:, area:, member_id: },
    # without what was not asked. Raises Core::InvalidInput, Core::Forbidden.
    def of(context, asked)
      refuse_own(context.member, asked)
      check(context.store, asked)
      member_id = asked[:mine] ? context.member.id : tagger(context.member, asked[:tagger])
      area = asked[:area] && (exact?(context.member, asked) ? asked[:area] : coarse(asked[:area]))
      { **asked.except(:mine, :tagger), area:, member_id: }.compact
    end

    # Whether exact places may be told: of one's own fish, and to coordinators.
    def exact?(member, asked)
      member.coordinator? || (asked[:mine] && !member.reader?) || false
    end

    def coarse(area) = Core::Waters::CoarsePlace.widened(area)

    # A key is nobody's, so it has no fish of its own.
    def refuse_own(member, asked)
      return unless asked[:mine] && member.reader?

      raise Core::Forbidden.new(:keys_own_nothing,
        "A key has no fish of its own. Leave “mine” out.")
    end

    def tagger(member, id)
      return id if id.nil? || member.coordinator? ||
        (id == member.id && !member.reader?)

      raise Core::Forbidden.new(
        :coordinators_only, "Only a coordinator asks about one member's fish. Ask for your own."
      )
    end

    def check(store, asked)
      if asked[:species] && store.species.find(asked[:species]).nil?
        refuse("species", :unknown_species,
          "There is no species #{asked[:species].inspect}. Choose one from the list.")
      end
      turned_round(asked, :from, :to, "day")
      turned_round(asked, :from_mm, :to_mm, "length")
      check_area("area", asked[:area]) if asked[:area]
    end

    # Raises Core::InvalidInput at the field.
    def check_area(field, (south, west, north, east))
      return if north > south && east > west

      refuse(field, :no_area, "The area has no extent. Send south, west, north, east.")
    end

    def turned_round(asked, first, last, what)
      return unless asked[first] && asked[last] && asked[first] > asked[last]

      refuse(last.to_s, :"#{what}s_turned_round",
        "The last #{what} lies before the first. Turn them round.")
    end

    def refuse(field, code, sentence) = raise(Core::InvalidInput.at(field, code, sentence))
    private_class_method :coarse, :refuse_own, :tagger, :check, :turned_round, :refuse
  end
end
