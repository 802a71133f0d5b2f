# frozen_string_literal: true

module Acts
  # Turns a reader's filter into the store's filter. A reader who may not know exact places gets
  # whole cells, whole months and whole 5 cm of length, and nothing by how a fish was handled; only
  # a coordinator may ask about another member's fish. Topics that pool what no story tells take
  # whole years, and neither areas nor lengths.
  #
  #   asked: { species:, water:, from: Date, to: Date, how:, hook:, sex:, spawning:, origin:,
  #          from_mm:, to_mm:, area: [south, west, north, east], tagger: id of a member,
  #          mine: true | nil }
  module WaterFilter
    LENGTH_CLASS_MM = 50
    # Their figures are of records that no story tells one by one.
    POOLED = %w[handling effort].freeze
    # Their answers differ by who reads.
    BY_READER = %w[movement handling].freeze
    FINER_THAN_POOLED = { area: "the area", from_mm: "the length", to_mm: "the length",
                          how: "the way of measuring", tagger: "the member" }.freeze

    module_function

    # topic: of AnswerWater, nil for maps and lists. Returns { species:, water:, from:, to:, how:,
    # hook:, from_mm:, to_mm:, area: or cells:, member_id:, coarse: true where answers differ by who
    # reads }, without what was not asked. Raises Core::InvalidInput, Core::Forbidden.
    def of(context, asked, topic: nil)
      refuse_own(context.member, asked)
      check(context.store, asked)
      member_id = asked[:mine] ? context.member.id : tagger(context.member, asked[:tagger])
      asked_of = { **asked.except(:mine, :tagger), member_id: }.compact
      return asked_of if exact?(context.member, asked)

      refuse_handling(asked)
      refuse_finer(asked) if POOLED.include?(topic)
      whole = whole(asked_of, by_year: POOLED.include?(topic))
      BY_READER.include?(topic) ? { **whole, coarse: true } : whole
    end

    # Filters that differ by a day, a millimetre or a metre would tell one fish from the others.
    def whole(asked, by_year: false)
      from, to, from_mm, to_mm = asked.values_at(:from, :to, :from_mm, :to_mm)
      {
        **asked.except(:area),
        cells: asked[:area],
        from: from && Date.new(from.year, by_year ? 1 : from.month, 1),
        to: to && Date.new(to.year, by_year ? 12 : to.month, -1),
        from_mm: from_mm && (from_mm.div(LENGTH_CLASS_MM) * LENGTH_CLASS_MM),
        to_mm: to_mm && (((to_mm.div(LENGTH_CLASS_MM) + 1) * LENGTH_CLASS_MM) - 1)
      }.compact
    end

    # Whether exact places may be told: of one's own fish, and to coordinators.
    def exact?(member, asked)
      member.coordinator? || (asked[:mine] && !member.reader?) || false
    end

    # Lists by these would tell of each fish what only its tagger saw.
    SEEN_BY_TAGGER = %i[hook sex spawning origin].freeze

    def refuse_handling(asked)
      return unless asked.keys.intersect?(SEEN_BY_TAGGER)

      raise Core::Forbidden.new(:handling_of_others,
        Core::Text.of("water.water_filter.only_members_themselves_see_how"))
    end

    def refuse_finer(asked)
      named = FINER_THAN_POOLED.slice(*asked.keys).values.uniq
      return if named.empty?

      raise Core::Forbidden.new(:too_fine,
        Core::Text.of("water.water_filter.for_other_members_fish_this", and: named.join(" and ")))
    end

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
        :coordinators_only, "Only a coordinator filters by one member. Ask for your own fish."
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

    def turned_round(asked, first, last, noun)
      return unless asked[first] && asked[last] && asked[first] > asked[last]

      refuse(last.to_s, :"#{noun}s_turned_round",
        "The last #{noun} is before the first. Swap them.")
    end

    def refuse(field, code, sentence) = raise(Core::InvalidInput.at(field, code, sentence))
    private_class_method :whole, :refuse_own, :refuse_handling, :refuse_finer, :tagger,
      :check, :turned_round, :refuse
  end
end
