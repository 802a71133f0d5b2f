# frozen_string_literal: true

module Api
  # What the log is told of a bug: where and what, and nothing that somebody sent. Ruby writes what
  # a missing name was asked of, whole, into its error: a request with its cookie, a form with its
  # password; and may take minutes over it. So that message is never asked for.
  module Bug
    LONGEST = 300

    module_function

    # Returns the number that the person is told.
    #   request_id: as ClientAddress gives it
    def note(bug, logger:, request_id:)
      id = SecureRandom.hex(4)
      where = bug.backtrace&.first(15)&.join("\n  ")
      logger.error("[#{id}] request #{request_id} #{bug.class}: #{words(bug)}\n  #{where}")
      id
    end

    def words(bug)
      case bug
      when NameError, FrozenError then of_receiver(bug)
      when NoMatchingPatternKeyError then "no key #{bug.key.inspect}"
      when NoMatchingPatternError then "no pattern fits"
      else bug.message.lines.first.to_s.strip[0, LONGEST]
      end
    end

    # Raised by hand they have no receiver, and say what was written.
    def of_receiver(bug)
      name = bug.respond_to?(:name) ? bug.name.inspect : "a change"
      "#{name} of #{bug.receiver.class}"
    rescue ArgumentError
      bug.message[0, LONGEST]
    end
    private_class_method :words, :of_receiver
  end
end
