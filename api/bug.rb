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
      when Sequel::DatabaseError then of_database(bug)
      else quoteless(bug.message.lines.first.to_s.strip)[0, LONGEST]
      end
    end

    # Its code and the names of ours that it is about; its words quote what was sent.
    def of_database(bug)
      result = bug.wrapped_exception.respond_to?(:result) ? bug.wrapped_exception.result : nil
      return quoteless(bug.message.lines.first.to_s.strip)[0, LONGEST] if result.nil?

      [PG::PG_DIAG_SQLSTATE, PG::PG_DIAG_TABLE_NAME, PG::PG_DIAG_COLUMN_NAME,
        PG::PG_DIAG_CONSTRAINT_NAME].filter_map { |field| result.error_field(field) }.join(" ")
    end

    # An error quotes the value that it is about, also one that is cut off, and addresses are told
    # from words by their sign.
    def quoteless(text)
      text.gsub(%r{"[^"]*"?|'[^']*'?|`[^`']*['`]?|/.*|\S*@\S+}, "…")
    end

    # Raised by hand they have no receiver, and say what was written.
    def of_receiver(bug)
      name = bug.respond_to?(:name) ? bug.name.inspect : "a change"
      "#{name} of #{bug.receiver.class}"
    rescue ArgumentError
      bug.message[0, LONGEST]
    end
    private_class_method :words, :of_database, :quoteless, :of_receiver
  end
end
