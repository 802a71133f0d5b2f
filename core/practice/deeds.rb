# frozen_string_literal: true

module Core
  module Practice
    # What each act of Moves may need, and what it does to a Landing.
    module Deeds
      private

      def may_fetch_net? = !@net_ready
      def may_sink_net? = @net_ready && !@sunk
      def near? = @line.distance_m <= Landing::NET_WITHIN_M
      def may_net? = @sunk && near?
      def may_scoop? = @net_ready && !@sunk && near?
      def may_swing? = near?
      def may_unhook? = @hooked && !@tangled && @hand != "in"
      alias may_remover? may_unhook?
      alias may_forceps? may_unhook?
      alias may_fingers? may_unhook?
      alias may_pull? may_unhook?
      alias may_cut? may_unhook?
      def may_untangle? = @tangled
      def may_cut_mesh? = @tangled
      def may_fish_first? = @hand == "in" && @phase == "air"
      def may_mind_hand? = @hand == "in"
      def may_clean_tag? = @scene.trouble == "old_tag" && !@flags.include?("read")
      def may_tag? = !@flags.include?("tagged") && @scene.trouble != "old_tag"
      alias may_tag_low? may_tag?
      def may_measure? = !@flags.include?("measured")
      alias may_measure_loose? may_measure?
      def may_send_down? = @scene.signs.any? && !@handling.include?("sent_down")
      def may_let_go? = !@hooked
      alias may_throw? may_let_go?

      # Written down once, however often it happened.
      def mishap(name) = @handling |= [name]

      # A fish that is not tired yet thrashes in the mesh: scales come off, and the hook wanders.
      def enter_net
        @phase = "net"
        @breath = @line.breath
        if breath > Landing::CALM_BREATH
          @flags << "wild"
          mishap("dropped")
          say("wild", "It was not tired, and thrashed in the net.", cost: "wild")
        end
        tap("in_net")
      end

      def done_fetch_net = @net_ready = true
      def done_sink_net = @sunk = true

      def done_net
        return enter_net unless @line.breath > Landing::CALM_BREATH && @dice.chance?(@line.breath)

        @line.bolt
        say("bolt", "It was not tired yet, and ran once more.")
      end

      def done_scoop
        @line.bolt
        mishap("dropped")
        @bleeding = "light"
      end

      def done_swing
        mishap("hung_by_jaw")
        mishap("dropped")
        @bleeding = "light"
        enter_net
        lift
      end

      def done_wet = @wet = true

      def done_remover = unhook("remover")

      def done_forceps
        @bleeding = "light" if @scene.deep? && @bleeding == "none"
        unhook("pliers")
      end

      def done_fingers
        toothed = Fish::Guild.fetch(@scene.guild).is?(:teeth)
        @flags << "hurt" if toothed || @scene.guild == "deep_water_spiny"
        @bleeding = "light" if @scene.deep? && @bleeding == "none"
        unhook("in_water")
      end

      def done_pull
        @bleeding = @scene.deep? ? "heavy" : "light"
        unhook("pulled")
      end

      def done_cut
        @removal, @hooked = "cut_line", false
        @flags << "cut" unless @scene.deep?
      end

      def unhook(how)
        @removal, @hooked = how, false
        return unless @scene.trouble == "hand_hook" && @hand.nil?

        @hand, @hooked = "in", true
        @removal = nil
        say("hand", "It jerked: the other hook is in your hand.")
      end

      def done_untangle = @tangled = false
      def done_cut_mesh = @tangled = false
      def done_fish_first = put_back

      # A person comes first: the line is cut, the fish is gone, somebody fetches help.
      def done_mind_hand
        @flags << "hurt" if @phase == "air"
        @hand, @hooked, @removal = "out", false, "cut_line"
        tap("let_go")
        @outcome, @phase = "helped", "over"
      end

      def lift
        @phase = "air"
        tap("lifted")
        mishap("dry_surface") unless @wet
      end

      def done_lift = lift

      def done_lift_squeezed
        lift
        @reflexes = @reflexes.merge("body_flex" => "absent", "tail_burst" => "absent")
        @breath = [@breath - 0.15, 0.0].max
      end

      def done_lift_cloth
        lift
        mishap("dry_surface")
      end

      def done_lift_jaw
        lift
        mishap("hung_by_jaw")
      end

      def done_lift_hook_side
        lift
        mishap("dropped")
        @flags << "hurt"
      end

      def done_measure = @flags << "measured"

      def done_measure_loose
        @flags << "measured"
        @flags << "loose"
      end

      def done_tag
        @flags << "tagged"
        tap("tag_in")
      end

      def done_tag_low
        done_tag
        @marks << "open_wound"
        @bleeding = "light" if @bleeding == "none"
      end

      def done_clean_tag = @flags << "read"
      def done_photo = nil

      def put_back
        @phase = "water"
        tap("back_in_water")
      end

      def done_put_back = put_back
      def done_hold = nil

      def done_look
        seen = { "rights_itself" => ready?, "gill_beat" => breath > 0.2,
                 "eye_follows" => breath > 0.3 }
        @reflexes = @reflexes.merge(seen.transform_values { |yes| yes ? "present" : "absent" })
        # Limp from squeezing, it comes round with the rest.
        @looked = true
      end

      def done_send_down = @handling << "sent_down"

      def done_throw
        @flags << "thrown"
        put_back
        done_let_go
      end

      # A scene counts where the hook came out, or was cut where house rules say so, and the fish
      # was measured, and tagged where it bears no tag yet.
      def practised?
        out = @removal && (@removal != "cut_line" || @scene.deep?)
        tagged = @flags.include?("tagged") || @flags.include?("read")
        out && tagged && @flags.include?("measured")
      end

      # Swum off, or afloat.
      def done_let_go
        tap("let_go")
        @flags << "unwatched" unless @looked
        @flags << "no_length" unless @flags.include?("measured")
        @flags << "unpractised" unless practised?
        @flags << "unread" if @scene.trouble == "old_tag" && !@flags.include?("read")
        swollen = @scene.signs.any? && !@handling.include?("sent_down")
        afloat = swollen || !ready?
        limp = { "rights_itself" => "absent", "tail_burst" => "absent" }
        @reflexes = @reflexes.merge(limp) if afloat
        @outcome = afloat ? "afloat" : "swam_off"
        @phase = "over"
      end
    end
  end
end
