# frozen_string_literal: true

module Formats
  # The trip card on paper: A5, both sides, large and black enough to read wet. The front holds what
  # to do and the budgets of the expected species, the back the grid with the pouch's numbers filled
  # in.
  #
  #   card:     as Core::Trips::Card.compile gives it
  #   expected: [species code]
  class TripCard
    MARGIN = 22
    # The columns of the typed sheet in its order, with their width in points; the note takes the
    # rest.
    GRID_COLUMNS = {
      time: ["time", 34],
      species: ["species", 62],
      tag: ["tag, 2nd tag", 92],
      length: ["length mm", 56],
      hook: ["hook in", 44],
      blood: ["blood", 36],
      weight: ["g - sling", 56],
      air: ["air s", 30],
      outcome: ["swam off", 44],
      fate: ["kept", 28],
      note: ["note", 0]
    }.freeze
    GRID_LEGEND =
      Core::Text.of("formats.trip_card.length_snout_to_fork_a")
    GRID_ROWS = 14
    LEGEND_HEIGHT = 34
    MOST_SPECIES = 5
    LONG_FIGHT = 1.5

    # So small the front may be set, so that it stays one side; then species are left out, the
    # unlikeliest first.
    SCALES = [1.0, 0.92, 0.85].freeze

    def self.pdf(card:, member_name:, expected:, fonts_dir:)
      settings = MOST_SPECIES.downto(1).flat_map { |most| SCALES.map { |scale| [most, scale] } }
      known = card[:species].map { |species| Core::Trips::Card.fish(species) }
      species = known.select { |species| expected.include?(species.code) }
      species = known if species.empty?
      cards =
        settings.lazy.map do |most, scale|
          new(card, member_name, fonts_dir, species: species.first(most), scale:)
        end
      cards.find(&:front_fits?).render
    end

    def initialize(card, member_name, fonts_dir, species:, scale:)
      @scale = scale
      @card = card
      @field = Core::Doors::Deck.new(card)
      @laws = card[:laws].to_h { |law| [law[:species_code], law] }
      @member_name = member_name
      @species = species
      @paper = Paper.new(fonts_dir:, title: "Trip card", page_size: "A5", margin: MARGIN)
      front
    end

    def front_fits? = pdf.page_count == 1

    def render
      pdf.start_new_page(layout: :landscape)
      back
      pdf.render
    end

    private

    def pdf = @paper.pdf

    def size(points) = points * @scale

    def front
      heading
      @species.each { |species| species(species) }
      @paper.text "When time runs out: back in the net, in the water, get ready, lift again.",
        size: size(11),
        style: :bold
      @paper.text Core::Text.of("formats.trip_card.hook_in_a_hand_cut"),
        size: size(9)
    end

    def heading
      @card => { trip: { spot_name:, held_on:, water_temp_c:, platform: }, rules: { version: } }
      @paper.text "#{spot_name}, #{held_on.strftime('%-d %B %Y')}",
        size: size(17),
        style: :bold
      water = water_temp_c ? "water #{water_temp_c} °C" : "water not measured"
      @paper.text Core::Text.of(
        "formats.trip_card.house_rules_card", member_name: @member_name, platform:, water:,
        version:, sha256: @card.fetch(:sha256)[0, 8]
      ),
        size: size(9)
      pdf.move_down 6
    end

    def species(species)
      pdf.stroke_horizontal_rule
      pdf.move_down 5
      pdf.formatted_text [
        { text: species.common_name, styles: [:bold] },
        { text: "   #{budgets(species)}" }
      ],
        size: size(12),
        color: Paper::SLATE
      @field.fish({ species_code: species.code }) => { fight: { budget_seconds: } }
      @paper.text Core::Text.of(
        "formats.trip_card.fight_s_measure_tag_from", budget_seconds:,
        length_kind: species.length_kind, min_taggable_mm: species.min_taggable_mm,
        stop_c: species.stop_c
      ),
        size: size(9.5)
      lines(species).each { |line| @paper.text "· #{line}", size: size(10) }
      law(@laws[species.code])
      pdf.move_down 5
    end

    def law(entries)
      return if entries.nil?

      sentence, authority = entries.values_at(:sentence, :authority)
      @paper.text "Law as entered: #{sentence} (#{authority})", size: size(8.5)
    end

    # As the Deck says them of such a fish, fresh and after half as long a fight again as it may
    # take.
    def budgets(species)
      card_answer(species, %w[fish_on]) => { air: fresh, fight: { budget_seconds: } }
      no_lift, one_lift, total = fresh.values_at(:no_lift, :one_lift_seconds, :total_seconds)
      return "not lifted: #{no_lift}" if no_lift

      Core::Text.of(
        "formats.trip_card.s_single_lift_s_total", one_lift:, total:,
        budget_seconds: tired_lift_seconds(species, budget_seconds)
      )
    end

    def tired_lift_seconds(species, fight_budget_seconds)
      long_ms = (fight_budget_seconds * LONG_FIGHT * 1000).round
      taps = [{ act: "fish_on", at: 0 }, { act: "in_net", at: long_ms }]
      @field.fish({ species_code: species.code, taps: }, now_ms: long_ms) => { air: tired }
      tired.fetch(:one_lift_seconds)
    end

    # The lines of the two stages that matter most.
    def lines(species)
      [%w[fish_on in_net], %w[fish_on in_net lifted]].flat_map do |acts|
        card_answer(species, acts).fetch(:lines).first(2).map { |line| line.fetch(:text) }
      end
        .uniq
    end

    # Such a fish with these taps a second apart, with a tag ready.
    def card_answer(species, acts)
      taps = acts.each_with_index.map { |act, index| { act:, at: index * 1000 } }
      @field.fish(
        { species_code: species.code, taps:, has_tag: true }, now_ms: (acts.size - 1) * 1000
      )
    end

    def back
      widths = GRID_COLUMNS.values.map(&:last)
      widths[-1] = pdf.bounds.width - widths.sum
      top = pdf.bounds.top
      height = (top - LEGEND_HEIGHT) / (GRID_ROWS + 1)
      numbers = @card.fetch(:pouch)
      (0..GRID_ROWS).each do |row|
        grid_row(row, widths, top - (row * height), height, row.zero? ? nil : numbers[row - 1])
      end
      pdf.fill_color Paper::SLATE
      pdf.text_box GRID_LEGEND,
        at: [0, LEGEND_HEIGHT - 4],
        width: pdf.bounds.width,
        height: LEGEND_HEIGHT - 4,
        size: 7.5,
        overflow: :shrink_to_fit
    end

    def grid_row(row, widths, top, height, number)
      pdf.stroke_color Paper::SLATE
      pdf.line_width row.zero? ? 1.5 : 0.8
      left = 0
      GRID_COLUMNS.zip(widths).each do |(column, (name, _)), width|
        pdf.stroke_rectangle [left, top], width, height
        pdf.fill_color Paper::SLATE
        if row.zero?
          pdf.draw_text name, at: [left + 3, top - (height * 0.62)], size: 8, style: :bold
        end
        if number && column == :tag
          pdf.draw_text number, at: [left + 3, top - (height * 0.65)], size: 11, style: :bold
        end
        left += width
      end
    end
  end
end
