# frozen_string_literal: true

module Core
  module Practice
    # Pack in ninety seconds: from a shed of things, what this plan needs. The checklist of a real
    # plan answers, and gives the reasons.
    module KitCall
      SECONDS = 90
      FULL = 100
      # What is carried and not needed takes room from what is.
      USELESS = 3
      # Everything that there is to own, all of it fitting.
      SHED = {
        net_hoop_mm: 1000, net_handle_m: 6.0, net_rubber: true, board_mm: 1200, tape_mm: 2000,
        scale_kg: 60, sling: true, cradle: true, bucket: true, forceps_mm: [180, 180, 300],
        cutters_mm: 4, hook_wire_mm: 2, descender_kg: 4, venting_needle: true, jaw_spreaders: true,
        grip: "swivel", applicators: 2, spare_needles: 4, gloves: true, foam: true,
        head_cover: true, antiseptic: true, first_aid: true, line_remover: true,
        pencil_sheets: true, camera: true, towel: true, release_tool: true, rod_m: 2.7,
        rod_tilt_deg: 45, line_kg: 8, hook_rusts: true
      }.freeze

      module_function

      # Returns { species_code:, platform:, surface_temp_c:, depth_to_m:, water: }
      def task(seed:, species:, level: 0)
        dice = Dice.new(seed)
        { species_code: dice.pick(species).code, platform: dice.pick(%w[shore pier boat kayak]),
          surface_temp_c: dice.between(8, 20).round(1), depth_to_m: dice.pick([4, 10, 30]),
          water: "sea", level: }
      end

      # The shed, in an order of its own: [{ key:, name: }]
      def shed(task, species:, rules:)
        items = items(task, species, rules).map { |item| item.slice(:key, :name) }
        items.sort_by { |item| item[:name] }
      end

      # given: { packed: [key] }
      def score(task, answer, species:, rules:)
        items = items(task, species, rules)
        packed = (answer[:packed] || []).map(&:to_s)
        needed = items.select { |item| item[:required] }
        missing = needed.reject { |item| packed.include?(item[:key].to_s) }
        idle = packed.size - (needed.size - missing.size)
        share = needed.empty? ? 1.0 : (needed.size - missing.size) / needed.size.to_f
        marks = ((FULL * share) - (USELESS * idle)).round.clamp(0, FULL)
        Answer.new(
          marks:,
          parts: missing.map { |item| { name: item[:name], marks: 0, says: item[:reason] } },
          right: { needed: needed.map { |item| item[:key].to_s } }
        )
      end

      def items(task, species, rules)
        plan = Trips::Plan.new(
          **task.slice(:platform, :surface_temp_c, :depth_to_m, :water), species: [species],
          depth_from_m: 0, hook: "j", bait: "lure", barbs: "flattened", alone: true, sun: false
        )
        Trips::Kit.call(plan:, locker: Trips::Locker.new(**SHED), rules:)
      end
      private_class_method :items
    end
  end
end
