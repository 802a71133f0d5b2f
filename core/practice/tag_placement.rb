# frozen_string_literal: true

module Core
  module Practice
    # Where the tag goes in: a drawn fish, a point on it, an angle. House rules.
    class TagPlacement
      # Across: 0 at the base of the fin, 1 at the lateral line. Along the first dorsal fin: 0 at
      # its front, 1 at its rear. Each [nothing, full, full, nothing].
      ACROSS = [0.0, 0.35, 0.65, 1.0].freeze
      ALONG = [0.2, 0.7, 1.0, 1.3].freeze
      ANGLE_DEG = [15.0, 35.0, 55.0, 80.0].freeze
      # Behind a right angle the streamer points to the head.
      FORWARD_FROM_DEG = 90
      FULL = 100
      BESIDE_THE_FIN = Text.of("practice.tag_placement.there_are_no_fin_bones")
      # The wider a fish swims, the harder it is to hit.
      SWAY_DEG = [1.0, 3.0, 6.0].freeze
      GUILDS = Fish::Guild.all.select(&:tag_site).map { |guild| guild.key.to_s }
        .select { |key| Drawing::Form.fetch(key).seen == "side" }.freeze

      # level: 0, 1 or 2. Returns { guild:, facing: "left" | "right", sway_deg:, length_mm: }
      def self.task(seed:, level: 0)
        dice = Dice.new(seed)
        { guild: dice.pick(GUILDS), facing: dice.chance?(0.5) ? "left" : "right",
          sway_deg: SWAY_DEG[level.clamp(0, 2)], length_mm: dice.whole(30, 75) * 10 }
      end

      # given: { x:, y: in the form's thousandths, angle_deg: to the body axis, from the tail,
      #   0 along it }
      def self.score(task, answer) = new(task, answer).answer

      def initialize(task, answer)
        @form = Drawing::Form.fetch(task[:guild])
        @x, @y, @angle_deg = answer[:x].to_f, answer[:y].to_f, answer[:angle_deg].to_f
      end

      def answer
        why = wrong_place
        parts = why ? [] : [across_part, along_part, angle_part]
        marks = why ? 0 : (parts.sum { |part| part[:marks] } / parts.size.to_f).round
        parts = [{ name: "place", marks: 0, says: why }] if why
        Answer.new(marks:, parts:, right:)
      end

      # Where the tag may go, for drawing it: corners of the good patch and its middle.
      def right
        corners = [[ALONG[1], ACROSS[1]], [ALONG[2], ACROSS[1]], [ALONG[2], ACROSS[2]],
          [ALONG[1], ACROSS[2]]]
        { patch: corners.map { |along, across| spot(along, across) }, point: spot(0.85, 0.5),
          angle_deg: 45 }
      end

      private

      def spot(along, across)
        from, to = @form.dorsal
        x = from + (along * (to - from))
        base = @form.back_at(x)
        [x.round(1), (base + (across * (@form.lateral_at(x) - base))).round(1)]
      end

      def along
        from, to = @form.dorsal
        (@x - from) / (to - from).to_f
      end

      def across
        base = @form.back_at(@x)
        (@y - base) / (@form.lateral_at(@x) - base)
      end

      # A reason that makes all else worth nothing, or nil.
      def wrong_place
        if @y < @form.back_at(@x) || @y > @form.belly_at(@x)
          return "The needle went past the fish, or into a fin."
        end
        return "This is the head: under it lie skull, gills and heart." if @x < @form.gill
        if across > ACROSS.last
          return "Below the lateral line the needle reaches the gut and the swim bladder."
        end
        return BESIDE_THE_FIN if along <= ALONG.first || along >= ALONG.last
        return nil if @angle_deg < FORWARD_FROM_DEG

        "The streamer points to the head: water lifts it at every stroke, and it tears out."
      end

      def across_part
        part("between fin and lateral line", across, ACROSS,
          "Halfway between the base of the fin and the lateral line lies muscle that holds.",
          ["Too near the fin: its bones stop the barb.",
            "Too near the lateral line, and to what lies below it."])
      end

      def along_part
        part("along the fin", along, ALONG,
          "Under the rear of the fin, where the barb can lock behind its bones.",
          ["Too far in front.", "Too far behind: no fin bones for the barb to lock behind."])
      end

      def angle_part
        part("angle", @angle_deg, ANGLE_DEG,
          "The streamer trails along the body.",
          ["Too flat: the barb stays under the skin.",
            "Too steep: the streamer stands off the body, and the needle goes deep."])
      end

      def part(name, value, limits, good, wrong)
        marks = marks(value, *limits)
        says = good
        says = wrong[value < limits[1] ? 0 : 1] if marks < FULL
        { name:, marks: marks.round, says: }
      end

      # Nothing outside, full in the middle, straight between.
      def marks(value, none_below, full_from, full_to, none_above)
        return 0.0 if value <= none_below || value >= none_above
        return FULL * (value - none_below) / (full_from - none_below) if value < full_from
        return FULL * (none_above - value) / (none_above - full_to) if value > full_to

        FULL.to_f
      end
    end
  end
end
