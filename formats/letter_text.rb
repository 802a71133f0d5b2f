# frozen_string_literal: true

require "liquid"

module Formats
  # The words of a letter with its values put in. Values can say nothing but themselves.
  module LetterText
    MOST = { subject: 200, body: 5000 }.freeze
    # Values and conditions; nothing that goes round, reads other files or keeps state.
    TAGS = %w[if unless comment].freeze
    # What a template may cost, by the library's own count.
    LIMITS = {
      render_length_limit: 20_000, render_score_limit: 5_000, assign_score_limit: 1_000
    }.freeze
    # What a filter may do to a value: nothing that makes it longer, nothing that reads a pattern.
    module Filters
      def upcase(text) = text.to_s.upcase
      def downcase(text) = text.to_s.downcase
      def capitalize(text) = text.to_s.capitalize
      def strip(text) = text.to_s.strip
      def default(text, other = "") = text.to_s.empty? ? other.to_s : text
    end
    LANGUAGE = Liquid::Environment.build do |environment|
      environment.strainer_template =
        Class.new(Liquid::StrainerTemplate) { add_filter(Filters) }
      environment.default_resource_limits = LIMITS
      environment.error_mode = :strict
      environment.tags = environment.tags.slice(*TAGS)
    end

    module_function

    # words: { subject: template, body: template };  values: { name => value }
    # Returns { subject:, body: }. Raises Core::InvalidInput with what is wrong where.
    def fill(words, values)
      words
        .to_h { |part, template| [part, fill_part(part, template, values)] }
        .tap { |filled| filled[:subject] = filled[:subject].gsub(/\s+/, " ").strip }
    end

    def fill_part(part, template, values)
      refuse(part, "The #{part} is empty.") if template.to_s.strip.empty?
      if template.size > MOST.fetch(part)
        refuse(
          part,
          "The #{part} may have #{MOST.fetch(part)} characters. This one has #{template.size}."
        )
      end
      Liquid::Template.parse(template, environment: LANGUAGE).render!(
        values, strict_variables: true, strict_filters: true
      )
    rescue Liquid::UndefinedVariable => e
      refuse(
        part,
        Core::Text.of(
          "formats.letter_text.this_letter_has_no_value",
          name: e.message[/undefined variable (\S+)/, 1], keys: values.keys.join(", ")
        )
      )
    rescue Liquid::UndefinedFilter => e
      refuse(
        part,
        Core::Text.of(
          "formats.letter_text.a_letter_has_no_filter",
          name: e.message[/undefined filter (\S+)/, 1],
          public_instance_methods: Filters.public_instance_methods.sort.join(", ")
        )
      )
    rescue Liquid::Error => e
      refuse(
        part,
        Core::Text.of(
          "formats.letter_text.the_cannot_be_read_values", part:,
          w: e.message.sub(/\ALiquid \w+ ?\w*: ?/, ""), keys: values.keys.first
        )
      )
    rescue ArgumentError, TypeError, RangeError, ZeroDivisionError, EncodingError => e
      # What the library's filters stumble over: a date written as no date is, a number that is
      # none.
      refuse(
        part,
        Core::Text.of(
          "formats.letter_text.a_filter_in_the_cannot", part:, message: e.message[0, 100],
          keys: values.keys.first
        )
      )
    end

    def refuse(part, sentence) = raise(Core::InvalidInput.at(part.to_s, :bad_template, sentence))
    private_class_method :fill_part, :refuse
  end
end
