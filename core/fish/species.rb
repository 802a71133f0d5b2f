# frozen_string_literal: true

module Core
  module Fish
    # What the programme knows about one kind of animal. Everything here is data
    # that the coordinator owns; `demo_values` marks rounded numbers made up for the demo.
    #
    #   code:             String, short and stable ("seabass")
    #   tail:             forked | crescent | square | rounded | uneven | disc | shell
    #   bladder:          sealed | open | none
    #   weight_a, weight_b: grams = a * cm**b, on the species' own length kind
    #   fl_to_tl, sl_to_tl: { a_mm:, b:, se_mm: } or nil when no conversion is known
    #   typical_mm, large_mm, min_mm, max_mm, min_taggable_mm: on the species' own length kind
    #   in_water_only_mm: Integer above which the law forbids lifting it, or nil
    #   growth:           Curve, once it is known from the programme's own fish
    #   nicknames:        what people there call it;  is_local: whether the programme lists it
    #   warm_c, stop_c:   where the air budget starts to shrink, and where tagging stops
    Species =
      Struct.new(
        :code, :common_name, :scientific_name, :guild_key, :tail, :bladder, :weight_a, :weight_b,
        :fl_to_tl, :sl_to_tl, :typical_mm, :large_mm, :min_mm, :max_mm, :min_taggable_mm,
        :in_water_only_mm, :warm_c, :stop_c, :hazards, :look_alikes, :demo_values, :growth,
        :nicknames, :is_local,
        keyword_init: true
      ) do
        def guild = Guild.fetch(guild_key)

        # The one kind of length that counts for this species.
        def length_kind = Length::KIND_BY_TAIL.fetch(tail)

        # The general guild only says that nobody knows; what is known of a species takes its place.
        def all_hazards
          own = hazards || []
          guild.key == :general && own.any? ? own : guild.hazards + own
        end

        # A length in another kind, or nil where that is not known: see Length#convert.
        def convert(length, to: length_kind) = length&.convert(to:, fl_to_tl:, sl_to_tl:)

        # Every name that somebody may write for it.
        def names = [common_name, *nicknames]

        def taggable? = guild.tag_site

        def weight_g_at(length_mm) = Weight.from_length(length_mm:, a: weight_a, b: weight_b)
      end
  end
end
