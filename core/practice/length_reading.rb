# frozen_string_literal: true

module Core
  module Practice
    # A fish on a board: which length counts, what is wrong with how it lies, and the number.
    module LengthReading
      # What can be wrong, and by how much of the length a reading is off then. House rules.
      FAULTS = {
        "off_stop" => "the snout is not at the stop", "mouth_open" => "the mouth is open",
        "over_curve" => "the tape lies over the curve", "aslant" => "it is seen at an angle"
      }.freeze
      OFF = { "off_stop" => 0.0, "mouth_open" => 0.012, "over_curve" => 0.03, "aslant" => -0.02 }
        .freeze
      GAP_MM = [8, 40].freeze
      GUILDS = %w[
        small_spiny_rayed trout_and_salmon bass_like deep_water_spiny carp_like river_perch_like
        toothed_marine general
      ].freeze
      # Off by so many standard deviations of the board counts for nothing.
      NOTHING_AT_SD = 5.0
      FULL = 100

      module_function

      # Returns { guild:, kind: "FL" | "TL", true_mm:, fault: | nil, gap_mm:, shown_mm: [of the
      # fork or the tail's end, of the tail's end] as the board shows them }
      def task(seed:, level: 0)
        dice = Dice.new(seed)
        guild = dice.pick(GUILDS)
        form = Drawing::Form.fetch(guild)
        forked = %w[forked crescent].include?(form.tail[0])
        fault = dice.chance?([0.3, 0.55, 0.75][level.clamp(0, 2)]) ? dice.pick(FAULTS.keys) : nil
        mm = dice.whole(240, 760)
        gap = fault == "off_stop" ? dice.whole(*GAP_MM) : 0
        { guild:, kind: forked ? "FL" : "TL", true_mm: mm, fault:, gap_mm: gap,
          fork: forked ? form.tail[3] : 0,
          shown_mm: (mm * (1 + OFF.fetch(fault.to_s, 0.0))).round + gap }
      end

      # given: { kind:, fault: key | "none", mm: }
      def score(task, answer)
        parts = [kind(task, answer), fault(task, answer), number(task, answer)]
        Answer.new(
          marks: (parts.sum { |part| part[:marks] } / parts.size.to_f).round, parts:,
          right: { kind: task[:kind], fault: task[:fault], mm: task[:true_mm] }
        )
      end

      def kind(task, answer)
        good = answer[:kind] == task[:kind]
        says = task[:kind] == "FL" ? "to the fork, as its tail is forked" : "to the end of the tail"
        { name: "which length", marks: good ? FULL : 0, says: "It is measured #{says}." }
      end

      def fault(task, answer)
        good = answer[:fault] == (task[:fault] || "none")
        says = task[:fault] ? "Here #{FAULTS.fetch(task[:fault])}." : "It lies correctly."
        { name: "how it lies", marks: good ? FULL : 0, says: }
      end

      # Where something is wrong, the fish is laid again; the number is what the board shows then.
      def number(task, answer)
        sd = Fish::Length::SD_MM_BY_METHOD.fetch("board")
        off = (answer[:mm].to_f - task[:true_mm]).abs
        marks = (FULL * (1 - (off / (NOTHING_AT_SD * sd)))).clamp(0, FULL)
        { name: "the number", marks: marks.round,
          says: "Off by #{off.round} mm; a board alone errs by #{sd.round} mm." }
      end
      private_class_method :kind, :fault, :number
    end
  end
end
