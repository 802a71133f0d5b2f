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
      "Length: snout to fork (a square tail: to its end); behind it t tape, r ruler, e " \
        "estimated, nothing for the board. " \
        "Weight: 1620, or 1740-120 with the wet sling. Blood: no, some, much. " \
        "Hook: lip, jaw corner, roof, tongue, outside, eye, gill, throat, stomach. Swam off: " \
        "strong, slow, sank, floated, " \
        "taken, lost from sight. Two tags: both numbers, a + between. A box left empty says " \
        "nothing."
    GRID_ROWS = 14
    LEGEND_HEIGHT = 34
    MOST_SPECIES = 5
    LONG_FIGHT = 1.5

    # So small the front may be set, so that it stays one side; then species are left out, the
    # unlikeliest first.
    SCALES = [1.0, 0.92, 0.85].freeze

    def self.pdf(card:, member_name:, expected:, fonts_dir:)
      settings = MOST_SPECIES.downto(1).flat_map { |most| SCALES.map { |scale| [most, scale] } }
      species = card[:species].select { |one| expected.include?(one[:code]) }
      species = card[:species] if species.empty?
      cards =
        settings.lazy.map do |most, scale|
          new(card, member_name, fonts_dir, species: species.first(most), scale:)
        end
      cards.find(&:front_fits?).render
    end

    def initialize(card, member_name, fonts_dir, species:, scale:)
      @scale = scale
      @card = card
      @field = Core::Field.new(card)
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
      @species.each { |one| species(one) }
      @paper.text "When time runs out: back in the net, in the water, get ready, lift again.",
        size: size(11),
        style: :bold
      @paper.text "Hook in a hand: cut the line first, then get medical help. Local rules decide " \
        "over this card.",
        size: size(9)
    end

    def heading
      trip = @card[:trip]
      @paper.text "#{trip[:spot_name]}, #{trip[:held_on].strftime('%-d %B %Y')}",
        size: size(17),
        style: :bold
      water = trip[:water_temp_c] ? "water #{trip[:water_temp_c]} °C" : "water not read"
      @paper.text "#{@member_name}; #{trip[:platform]}; #{water}; house rules " \
        "#{@card[:rules][:version]}; card #{@card[:sha256][0, 8]}",
        size: size(9)
      pdf.move_down 6
    end

    def species(one)
      pdf.stroke_horizontal_rule
      pdf.move_down 5
      pdf.formatted_text [
        { text: one[:common_name], styles: [:bold] },
        { text: "   #{budgets(one)}" }
      ],
        size: size(12),
        color: Paper::SLATE
      fight = @field.fish({ species_code: one[:code] })[:fight][:budget_seconds]
      @paper.text "fight #{fight} s; measure #{one[:length_kind]}; tag from " \
        "#{one[:min_taggable_mm]} mm; stop at #{one[:stop_c]} °C",
        size: size(9.5)
      lines(one).each { |line| @paper.text "· #{line}", size: size(10) }
      law = @card[:laws].find { |entry| entry[:species_code] == one[:code] }
      @paper.text "Law as entered: #{law[:sentence]} (#{law[:authority]})", size: size(8.5) if law
      pdf.move_down 5
    end

    # As the Deck says them of such a fish, fresh and after half as long a fight again as it may
    # take.
    def budgets(one)
      fresh = told(one, %w[fish_on])
      return "not lifted: #{fresh[:air][:no_lift]}" if fresh[:air][:no_lift]

      long_ms = (fresh[:fight][:budget_seconds] * LONG_FIGHT * 1000).round
      tired =
        @field.fish(
          {
            species_code: one[:code],
            taps: [{ act: "fish_on", at: 0 }, { act: "in_net", at: long_ms }]
          },
          now_ms: long_ms
        )
      "#{fresh[:air][:one_lift_seconds]} s in one lift, " \
        "#{fresh[:air][:total_seconds]} s in all   " \
        "(#{tired[:air][:one_lift_seconds]} s after a long fight)"
    end

    # The lines of the two stages that matter most.
    def lines(one)
      [%w[fish_on in_net], %w[fish_on in_net lifted]].flat_map do |acts|
        told(one, acts)[:lines].first(2)
      end
        .map { |line| line[:text] }
        .uniq
    end

    # Such a fish with these taps a second apart, with a tag ready.
    def told(one, acts)
      taps = acts.each_with_index.map { |act, index| { act:, at: index * 1000 } }
      @field.fish({ species_code: one[:code], taps:, has_tag: true }, now_ms: taps.last[:at])
    end

    def back
      widths = GRID_COLUMNS.values.map(&:last)
      widths[-1] = pdf.bounds.width - widths.sum
      top = pdf.bounds.top
      height = (top - LEGEND_HEIGHT) / (GRID_ROWS + 1)
      numbers = @card[:pouch]
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
