# frozen_string_literal: true

module Core
  module Records
    # Two devices may say something of one record without knowing of each other. What only one of
    # them changed counts;
    # what both changed differently collides: what stands stays, and the person chooses.
    #
    # All of it plain data as EncounterSent has it, keys as strings:
    #   base:   { "said" => what this device said last, "stands" => what stood after that }, nil
    #           when it never spoke
    #   sent:   what it sends now
    #   stands: what stands now
    #
    # Returns { fields: [names whose new value counts], collisions: [{ field:, stands: {..}, said:
    # {..} }] }.
    module Merge
      # Fields that mean something only together.
      TOGETHER = Fields::Encounter.groups.freeze
      # Who sends, and under which rules it was made: not said of the fish.
      NOT_SAID = Fields::Encounter.about_sending.freeze

      module_function

      def call(base:, sent:, stands:)
        changed =
          groups(sent, stands).reject do |_name, fields|
            same?(fields, sent, base ? base["said"] : {})
          end
        wanted = changed.reject { |_name, fields| same?(fields, sent, stands) }
        collide = wanted.select { |_name, fields| base && !same?(fields, stands, base["stands"]) }
        { fields: (wanted.keys - collide.keys).flat_map { |name| wanted[name] },
          collisions: collide.map do |name, fields|
            { field: name, stands: stands.slice(*fields), said: sent.slice(*fields) }
          end }
      end

      # { name => [fields] } of everything that either side tells.
      def groups(sent, stands)
        fields = (sent.keys | stands.keys) - NOT_SAID
        alone = fields - TOGETHER.values.flatten
        TOGETHER.merge(alone.to_h { |field| [field, [field]] })
      end

      def same?(fields, first, other)
        fields.all? { |field| blank(first[field]) == blank(other[field]) }
      end

      # Nothing said is nothing said, however it is written.
      def blank(value)
        return nil if value.respond_to?(:empty?) && value.empty?

        value.is_a?(Integer) ? value.to_f : value
      end
      private_class_method :groups, :same?, :blank
    end
  end
end
