# frozen_string_literal: true

module Core
  # A refusal that a person can act on.
  #
  #   code:    Symbol, stable, for programs
  #   message: a sentence that names the value, the rule and what to do
  #   fields:  { field name => sentence }, for forms; may be empty
  #   details: further values for programs
  #
  # Subclasses say what the caller can do about it; codes say why.
  class Error < StandardError
    attr_reader :code, :fields, :details

    def initialize(code, sentence, fields: {}, **details)
      super(sentence)
      @code = code
      @fields = fields
      @details = details
    end
  end
end
