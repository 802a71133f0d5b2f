# frozen_string_literal: true

module Core
  module Imports
    # What people call species, spots and members, found among what there is.
    class Names
      # Words that name nothing.
      SMALL = %w[the a an of at by near off in on].freeze

      # entries: { code => [names] }, the first the one to show
      def initialize(entries)
        @titles = entries.transform_values(&:first)
        @whole = {}
        @words = {}
        entries.each do |code, names|
          names.compact.each do |name|
            plain = self.class.plain(name)
            (@whole[plain] ||= []) << code
            ((@words[code] ||= []) << plain.split)
          end
        end
      end

      attr_reader :titles

      # Small, without accents and marks: "Thick-lipped" -> "thick lipped"
      def self.plain(text)
        small = text.to_s.unicode_normalize(:nfkd).downcase.gsub(/[^a-z0-9 ._-]/, "")
        small.tr("._-", " ").squeeze(" ").strip
      end

      # Returns [code, :sure] for a name as it is, [code, :likely] where its words or initials fit
      # one only, else nil.
      def find(text)
        plain = self.class.plain(text)
        return nil if plain.empty?

        whole = @whole[plain].to_a.uniq
        return [whole.first, :sure] if whole.size == 1

        words = plain.split - SMALL
        likely = @words.select { |_, names| names.any? { |name| within?(words, name) } }.keys
        likely.size == 1 ? [likely.first, :likely] : nil
      end

      private

      # Each word is one of the name's, in the name's order; a single letter stands for what begins
      # with it.
      def within?(words, name)
        return false if words.all? { |word| word.size == 1 }

        index = -1
        words.all? do |word|
          index = ((index + 1)...name.size).find { |place| fits?(word, name[place]) }
          break false if index.nil?

          true
        end
      end

      def fits?(word, part) = word.size == 1 ? part.start_with?(word) : part == word
    end
  end
end
