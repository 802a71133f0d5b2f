# frozen_string_literal: true

module Core
  module Drawing
    # The form of one guild's animals in thousandths of their whole length: snout at 0, end of the
    # tail at 1000, x along the body, y down from its axis.
    #
    #   body:     [[x, above, below]] from the snout to the root of the tail
    #   tail:     [kind, spread above, spread below, fork]
    #   fins:     [[kind, on, from, to, height, lean, spines]]; on: "back" | "belly"
    #   pectoral: [x, y, length, height];  eye: [x, y, radius]
    #   gill:     x of the edge of its cover;  mouth: [joint x, joint y]
    #   lateral:  [[x, share of the height above the axis]]
    #   extras:   marks of the guild, see Extras
    #   seen:     "side" | "above"
    Form =
      Struct.new(
        :guild, :body, :tail, :fins, :pectoral, :eye, :gill, :mouth, :lateral, :extras, :seen,
        keyword_init: true
      ) do
        def self.fetch(guild)
          known = Forms::ROWS.key?(guild.to_s) ? guild.to_s : "general"
          new(guild: known, **Forms::ROWS.fetch(known))
        end

        def upper
          @upper ||= Outline.through(body.map { |x, above, _| [x.to_f, -above.to_f] })
        end

        def lower
          @lower ||= Outline.through(body.map { |x, _, below| [x.to_f, below.to_f] })
        end

        def back_at(x) = Outline.at(upper, x)
        def belly_at(x) = Outline.at(lower, x)

        def lateral_line
          @lateral_line ||= Outline.through(
            lateral.map do |x, share|
              [x.to_f, share * (share.negative? ? -back_at(x) : belly_at(x))]
            end
          )
        end

        def lateral_at(x) = Outline.at(lateral_line, x)

        # From where to where the fin goes that the tag sits under: the first on the back.
        def dorsal = fins.find { |_, on, *| on == "back" }&.then { |fin| [fin[2], fin[3]] }
      end
  end
end
