# frozen_string_literal: true

module Acts
  # A report whose tag is another programme's goes there, and what it answers comes back to the
  # finder's own report. Only with the finder's consent, and without name and contact.
  module HandOver
    # The other side does not learn who told it.
    FINDER = { finder_name: nil, finder_contact: nil, finder_phone: nil }.freeze

    module_function

    # Tells the programme, or asks it again; the same report as often as needed.
    #   line: #call(partner, verb:, path:, body:) answers { } or raises
    # Returns the answer, nil where it is not wanted any more.
    def call(store, report_id, line:, now: Time.now)
      handed = store.partners.handed(report_id) or return
      report = store.reports.find(report_id)
      # Taken back at Review meanwhile, or its finder has changed their mind.
      return store.write { store.partners.forget(report_id) && nil } unless wanted?(report, handed)

      path = "/api/handed-in/#{report_id}"
      reply =
        if handed[:sent_at]
          line.call(handed[:partner], verb: "GET", path:)
        else
          line.call(handed[:partner], verb: "PUT", path:, body: sent(report))
        end
      answer = Core::Recaptures::PartnerAnswer.read(reply)
      store.write { note(store, report, handed, answer, now) }
      answer
    end

    def wanted?(report, handed)
      report&.may_pass_on && report.other_programme.to_s.casecmp?(handed[:partner].name)
    end

    # As a finder's browser sends it.
    def sent(report)
      caught = AmendReport.shown(report).except(:id, :revision, :may_pass_on)
      { **caught, **FINDER }
    end

    def note(store, report, handed, answer, now)
      store.partners.answered(report.id, answer.to_h, now:)
      name = handed[:partner].name
      store.reports.pass_on([report.id], to: name, now:)
      return unless answer.final?

      WriteLetter.of_partner(store:, report:, sentence: answer.sentence(name))
    end
    private_class_method :wanted?, :sent, :note
  end
end
