# frozen_string_literal: true

module Core
  module Practice
    # What can be done with a practice fish: where, how long it takes by average hands, and what
    # lies at hand for it. Seconds are house rules.
    #
    #   phases: "fight" | "net" (in the water) | "air" | "water" (after a lift)
    #   seconds; needs: a tool;  mistake: the sentence that the debrief says of it
    module Moves
      Move = Struct.new(:key, :title, :phases, :seconds, :needs, :mistake, keyword_init: true)
      SHALLOW = { "remover" => 4.5, "forceps" => 4.5, "fingers" => 7.0, "pull" => 2.5 }.freeze
      DEEP = { "remover" => 11.0, "forceps" => 14.0, "fingers" => 20.0, "pull" => 4.0 }.freeze
      HANDS = %w[net air water].freeze

      ROWS = [
        ["fetch_net", "Unpack the net", %w[fight], 9.0, nil,
          "The net was not ready: the fish fought on while it was unpacked."],
        ["sink_net", "Sink the net", %w[fight], 2.5, nil, nil],
        ["net", "Bring it over the net", %w[fight], 1.8, nil, nil],
        ["scoop", "Scoop at it", %w[fight], 0.8, nil,
          "The net was not sunk. The fish saw it and ran again."],
        ["swing", "Lift it by the line", %w[fight], 1.5, nil,
          "The line is no ladder: the fish hung by the hook and fell."],
        ["wet", "Wet hands and board", HANDS, 1.5, nil, nil],
        ["remover", "Unhook with the line-guided remover", HANDS, 0, "remover", nil],
        ["forceps", "Unhook with the forceps", HANDS, 0, "forceps", nil],
        ["fingers", "Unhook with the fingers", HANDS, 0, nil, nil],
        ["pull", "Pull at the line", HANDS, 0, nil, "Pulling the hook tears the flesh."],
        ["cut", "Cut the line close", HANDS, 2.0, "cutters", nil],
        ["untangle", "Pick it out of the mesh", HANDS, 11.0, nil,
          "Picking at the mesh took long. Cutting a mesh costs nothing."],
        ["cut_mesh", "Cut the mesh", HANDS, 2.5, "cutters", nil],
        ["fish_first", "Fish into the water first", HANDS, 1.0, nil, nil],
        ["mind_hand", "Cut the line, get help", HANDS, 4.0, nil, nil],
        ["lift", "Lift it, held as its guild is", %w[net water], 1.0, nil, nil],
        ["lift_squeezed", "Lift it, squeezed tight", %w[net water], 0.8, nil,
          "It was squeezed: it hangs limp and has to recover."],
        ["lift_cloth", "Lift it in a cloth", %w[net water], 1.0, nil, "A cloth takes its slime."],
        ["lift_jaw", "Lift it, hung by the jaw", %w[net water], 0.8, nil,
          "It hung by its jaw with its whole weight."],
        ["lift_hook_side", "Lift it by the side of the hooks", %w[net water], 0.8, nil,
          "The hand was on the side of the hooks: the fish jerked and was dropped."],
        ["measure", "Measure, nose to the stop", HANDS, 3.5, "board", nil],
        ["measure_loose", "Measure as it lies", HANDS, 2.0, "board",
          "The nose was off the stop: the length is wrong."],
        ["tag", "Tag behind the fin", HANDS, 5.0, "applicator", nil],
        ["tag_low", "Tag under the lateral line", HANDS, 4.0, "applicator",
          "The needle went in under the lateral line."],
        ["clean_tag", "Clean and read the number", HANDS, 4.0, nil, nil],
        ["photo", "A picture", %w[air], 5.0, nil, "A photo costs air."],
        ["put_back", "Back into the water", %w[air], 0.6, nil, nil],
        ["hold", "Hold it up into the flow", %w[net water], 5.0, nil, nil],
        ["look", "Check it: rights itself, gills, eyes", %w[net water], 2.5, nil, nil],
        ["send_down", "Send it down", %w[net water], 6.0, nil, nil],
        ["let_go", "Release it", %w[net water], 0.5, nil, nil],
        ["throw", "Throw it back", %w[air], 0.5, nil, "It was thrown."]
      ].freeze
      ALL = ROWS.to_h { |row| [row.first, Move.new(**Move.members.zip(row).to_h).freeze] }.freeze

      # Acts that are offered under one word, so that there are never more than six to choose from.
      GROUPS = {
        "unhook" => ["Unhook", %w[remover forceps fingers pull cut untangle cut_mesh]],
        "lifting" => ["Lift", %w[lift lift_squeezed lift_cloth lift_jaw lift_hook_side]],
        "measuring" => ["Measure", %w[measure measure_loose]],
        "tagging" => ["Tag", %w[tag tag_low clean_tag]],
        "going" => ["Back and go", %w[put_back hold look send_down let_go throw]]
      }.freeze
      MOST_WORDS = 6

      # keys: acts that can be done now. Returns [{ key:, title:, acts: [{ key:, title: }] }]: acts
      # alone, and groups of acts, at most MOST_WORDS of them.
      def self.choices(keys)
        single = keys.map { |key| { key:, title: ALL.fetch(key).title, acts: [] } }
        return single if keys.size <= MOST_WORDS

        grouped = GROUPS.filter_map { |key, (title, inner)| group(key, title, inner & keys) }
        alone = single.reject do |choice|
          GROUPS.values.any? do |_, inner|
            inner.include?(choice[:key])
          end
        end
        alone + grouped
      end

      def self.group(key, title, inner)
        acts = inner.map { |act| { key: act, title: ALL.fetch(act).title, acts: [] } }
        acts.size > 1 ? { key:, title:, acts: } : acts.first
      end
      private_class_method :group
    end
  end
end
