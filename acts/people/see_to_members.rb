# frozen_string_literal: true

module Acts
  # Things due for members: names whose consent has ended go, applications decided long ago go, and
  # members who have to renew are written to, once.
  module SeeToMembers
    REMIND_DAYS = 30
    # Between two reminders.
    PAUSE_SECONDS = 60 * 86_400
    APPLICATIONS_SECONDS = 365 * 86_400

    module_function

    def call(context)
      store, today, now = context.store, context.today, context.now
      store.write do
        store.members.hide_names(today:)
        store.applications.sweep(before: now - APPLICATIONS_SECONDS)
        store.members.to_renew(by: today + REMIND_DAYS, since: now - PAUSE_SECONDS)
          .each { |member| DoorLetters.renewal(store, member) }
      end
    end
  end
end
