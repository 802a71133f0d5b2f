# frozen_string_literal: true

require "liquid"

module Formats
  # The words of a letter with its values put in. Values can say nothing but themselves.
  module LetterText
    MOST = { subject: 200, body: 5000 }.freeze

    module_function

    # words: { subject: template, body: template };  values: { name => value }
    # Returns { subject:, body: }. Raises Core::InvalidInput with what is wrong where.
    def fill(words, values)
      words.to_h { |part, template| [part, one(part, template, values)] }.tap { |filled| filled[:subject] = filled[:subject].gsub(/\s+/, " ").strip }
    end

    def one(part, template, values)
      refuse(part, "The #{part} is empty.") if template.strip.empty?
      refuse(part, "The #{part} may have #{MOST.fetch(part)} characters; this has #{template.size}.") if template.size > MOST.fetch(part)
      Liquid::Template.parse(template, error_mode: :strict).render!(values, strict_variables: true, strict_filters: true)
    rescue Liquid::UndefinedVariable => e
      refuse(part, "This letter knows no value called #{e.message[/undefined variable (\S+)/, 1]}. It knows #{values.keys.join(', ')}.")
    rescue Liquid::Error => e
      refuse(part, "The #{part} cannot be read: #{e.message.sub(/\ALiquid \w+ ?\w*: ?/, '')}. Values stand like {{ #{values.keys.first} }}.")
    end

    def refuse(part, sentence) = raise(Core::InvalidInput.at(part.to_s, :bad_template, sentence))
    private_class_method :one, :refuse
  end
end
