# frozen_string_literal: true

module Runner
  # One piece of work for a worker: a file of tests, or a command such as a linter.
  #
  #   name:    the file's path from the root, or what the command checks   String
  #   layer:   the folder in test/, or "lint"                              String
  #   command: nil for a file of tests                                     [String] or nil
  Task = Struct.new(:name, :layer, :command, keyword_init: true) do
    def needs_database? = command.nil? && !Plan::WITHOUT_DATABASE.include?(layer)

    # The command that runs this task alone.
    def alone = "bin/test #{command ? layer : name}"
  end

  # What a test came to. `seconds` is wall time; `state` is passed, skipped, failed or error.
  Result = Struct.new(:title, :seconds, :assertions, :state, :message, keyword_init: true) do
    def bad? = %w[failed error].include?(state)
  end

  # A task that ended. `stopped` says why its results are not whole: it crashed or took too long.
  Finished = Struct.new(:task, :seconds, :results, :output, :stopped, keyword_init: true) do
    def bad? = !stopped.nil? || results.any?(&:bad?)
  end
end
