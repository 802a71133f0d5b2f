# frozen_string_literal: true

module Acts
  # A coordinator's judgement of a report or of a reading from the Deck, or a step towards it.
  #
  #   verdict: accepted | none_of_these | contradictory | other_programme | same_catch, which settle
  #            it; asked (its finder, or who holds the tag) | second_opinion, after which it still
  #            waits; undone
  #   seen:    how many decisions the coordinator saw: another one made meanwhile is told, not
  #            overrun
  #   tag_number: the candidate's, when accepted, or when its holder is asked;  other_report_id: the
  #               first report of the same catch
  #   programme:  whose tag it is, as far as known
  #
  # Every decision is a row with its reason. Raises Core::InvalidInput, NotFound, Conflict.
  class DecideReport
    # After these a report still waits.
    OPEN = %w[asked second_opinion].freeze

    Decision = Struct.new(
      :verdict, :reason, :seen, :tag_number, :other_report_id, :programme, :second_look,
      keyword_init: true
    )

    def self.call(context, report_id:, **decision)
      new(context, report_id, Decision.new(**decision)).call
    end

    def initialize(context, report_id, decision)
      @context = context
      @store, @member, @now = context.store, context.member, context.now
      @report_id = report_id
      @decision = decision
    end

    def call
      @store.write do
        decided = @store.desk.lock(@report_id) or
          raise Core::NotFound.new(:no_such_report, "There is no such report.")
        @report = @store.reports.find(@report_id)
        @last = @store.desk.last_decision(@report_id)
        check(decided)
        send(@decision.verdict)
      end
    end

    private

    def check(decided)
      if decided != @decision.seen
        conflict(
          "seen", :decided_meanwhile,
          "Somebody decided this report meanwhile. Reload it first."
        )
      end
      waits = @report.waiting?
      if @decision.verdict == "undone"
        if waits && !OPEN.include?(@last&.verdict)
          conflict("verdict", :not_so,
            "This report is not decided yet, so there is nothing to undo.")
        end
      else
        unless waits
          conflict("verdict", :not_so, "This report is already decided. Undo that decision first.")
        end
        refuse_own_second_opinion
      end
    end

    def refuse_own_second_opinion
      return unless @last&.second_opinion? && @last.member_id == @member.id

      conflict(
        "verdict", :second_opinion,
        Core::Text.of("finds.decide_report.you_asked_for_a_second")
      )
    end

    def accepted
      fish =
        @decision.tag_number &&
        @store.fish.carrying(@decision.tag_number, on: @report.caught_on, apart_from: @report_id)
      if fish.nil?
        raise Core::InvalidInput.at(
          "tag_number",
          :no_such_fish,
          Core::Text.of(
            "finds.decide_report.no_fish_is_known_to",
            number: @decision.tag_number || "that number"
          )
        )
      end

      share =
        FindFish.weigh(KnownFish.new(@store), @report, photos: @store.photos.of_report(@report_id))
          .ranked
          .find { |candidate| candidate.fish_id == fish.fish_id }
          &.share
      refuse_at_first_look(share)
      moved =
        MatchReport.accept(
          @context,
          report: @report,
          fish:,
          decided_by: @member.id,
          quiet: @store.imports.brought?(@report)
        )
      note(fish_id: fish.fish_id, tag_number: @decision.tag_number, share:, moved:)
    end

    # Nothing leaves for a fish that is less likely than not without being looked at twice.
    def refuse_at_first_look(share)
      if @decision.second_look || (share && share >= Core::Recaptures::Match::LIKELIER_THAN_NOT)
        return
      end

      conflict("second_look", :look_again,
        Core::Text.of(
          "finds.decide_report.by_number_species_length_and", share: share_words(share)
        ))
    end

    def share_words(share)
      share ? "likely by #{(share * 100).round} %" : "not among the likely candidates"
    end

    def none_of_these = set_aside
    def contradictory = set_aside

    def other_programme
      named = @decision.programme.to_s.strip
      named = "not known" if named.empty?
      set_aside(other_programme: named)
      BeginHandOver.call(@store, @report.with(other_programme: named))
    end

    def set_aside(**whose)
      note
      @store.reports.set_aside(@report_id, **whose)
    end

    def same_catch
      other = @store.reports.find(@decision.other_report_id)
      if other.nil? || other.id == @report_id || other.same_as
        raise Core::InvalidInput.at(
          "other_report_id", :no_such_report,
          "Choose another report to join this one to. That report must not be joined itself."
        )
      end

      note(other_report_id: other.id)
      @store.reports.join(@report_id, same_as: other.id)
    end

    def second_opinion
      note
      @store.reports.wait(@report_id, "second_opinion")
    end

    # The reason is the question.
    def asked
      WriteLetter.question(
        store: @store,
        report: @report,
        question: @decision.reason,
        tag_number: @decision.tag_number,
        leaves_at: WriteLetter.after_decision(store: @store, now: @now)
      )
      note(tag_number: @decision.tag_number)
      @store.reports.wait(@report_id, "asked")
    end

    # Letters that have not left are called back.
    def undone
      note
      @store.letters.call_back(@report_id, now: @now, why: "Undone at Review.")
      @store.calls.drop(@report_id, now: @now)
      MatchReport.undo(
        store: @store,
        report: @report,
        moved: @last&.moved,
        now: @now
      )
      @store.reports.wait(@report_id, "taken_back")
    end

    def note(**details)
      @store.desk.decide(
        report_id: @report_id,
        verdict: @decision.verdict,
        reason: @decision.reason,
        member_id: @member.id,
        **details
      )
    end

    def conflict(...) = raise(Core::Conflict.at(...))
  end
end
