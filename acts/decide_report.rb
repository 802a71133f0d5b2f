# frozen_string_literal: true

module Acts
  # A coordinator's judgement of a report: this fish, none of these, or a contradiction; and taking one back. F5.
  #
  #   verdict: accepted | none_of_these | contradictory | undone;  tag_number: the candidate's, when accepted
  #   seen:    how many decisions the coordinator saw: another one made meanwhile is told, not overrun
  #
  # Every decision is a row with its reason. Raises Core::InvalidInput, NotFound, Conflict.
  module DecideReport
    module_function

    def call(store:, member:, report_id:, verdict:, reason:, seen:, now:, tag_number: nil)
      store.write do
        report = store.reports.find(report_id)
        locked = store.desk.lock(report_id) or raise Core::NotFound.new(:no_such_report, "There is no such report.")
        check(locked, verdict, seen)
        if verdict == "accepted" then accept(store, member, report, tag_number, reason)
        else
          store.desk.decide(report_id:, verdict:, reason:, member_id: member[:id])
          verdict == "undone" ? store.desk.reopen(report_id, at: now) : store.desk.put_aside(report_id)
        end
      end
    end

    def check(locked, verdict, seen)
      raise Core::Conflict.at("seen", :decided_meanwhile, "Somebody decided this report meanwhile. Look at it again before you do.") if locked[:decisions] != seen
      return if (locked[:state] == "waiting") != (verdict == "undone")

      raise Core::Conflict.at("verdict", :not_so, verdict == "undone" ? "This report is waiting; there is nothing to take back." : "This report is decided already. Take that back first.")
    end

    def accept(store, member, report, tag_number, reason)
      fish = tag_number && store.fish.carrying(tag_number)
      raise Core::InvalidInput.at("tag_number", :no_such_fish, "No fish carries #{tag_number || 'that number'} now. Choose one of the candidates.") if fish.nil?

      share = OpenDesk.weigh(store, report)[:ranked].find { |one| one.number == tag_number }&.share
      store.desk.decide(report_id: report[:id], verdict: "accepted", reason:, member_id: member[:id], fish_id: fish[:fish_id], tag_number:, share:)
      store.desk.accept(report_id: report[:id], fish_id: fish[:fish_id], tag_number:, member_id: member[:id])
      WriteLetter.recapture_to_tagger(store:, report:, fish:)
      WriteLetter.thanks_to_finder(store:, report:, fish:)
    end
    private_class_method :check, :accept
  end
end
