# frozen_string_literal: true

module Core
  module Tags
    # Whether a trip's tags add up: what lay in the pouch before is in a fish, spoiled, lost, or
    # still there.
    #
    #   applied, spoiled, lost: how many were used so;  left: how many lie in the pouch
    #   gaps: [Gap];  doubles: [Double];  foreign: [Foreign]
    class Sum < Value.of(:applied, :spoiled, :lost, :left, :gaps, :doubles, :foreign)
      # A number that was named.
      #   act: "applied" | "spoiled" | "lost", nil for one that was read on a fish caught again
      Named = Struct.new(:number, :encounter_id, :act)
      # A number that is still in the pouch while a later one of the same run was used: tags are
      # used in order, so it fell, broke, or was skipped.
      Gap = Struct.new(:number, :before, :after)
      # A number that more than one record names.
      Double = Struct.new(:number, :encounter_ids)
      # A number that lay in another member's pouch.
      Foreign = Struct.new(:number, :encounter_id, :owner)

      # used, read: [Named], used in the order of the day
      # pouch:  [String] what the ledger says is still in the pouch
      # owners: { number => { holder_id:, name: } } of the used ones that the programme issued
      def self.of(used:, pouch:, read:, owners:, member_id:)
        counts = %w[applied spoiled lost].to_h do |act|
          [act.to_sym, used.count { |named| named.act == act }]
        end
        new(
          **counts, left: pouch.size, gaps: gaps(used.map(&:number).uniq, pouch),
          doubles: doubles(used + read), foreign: foreign(used, owners, member_id)
        )
      end

      def self.gaps(numbers, pouch)
        numbers.sort_by { |number| split(number) }.each_cons(2).flat_map do |before, after|
          pouch
            .select { |number| same_run?(before, number, after) }
            .map { |number| Gap.new(number, before, after) }
        end
      end

      def self.doubles(named)
        named.group_by(&:number).filter_map do |number, all|
          ids = all.map(&:encounter_id).uniq
          Double.new(number, ids) if ids.size > 1
        end
      end

      def self.foreign(used, owners, member_id)
        used.filter_map do |named|
          owner = owners[named.number]
          next if owner.nil? || owner[:holder_id] == member_id

          Foreign.new(named.number, named.encounter_id, owner[:name])
        end
      end

      def self.split(number)
        number.match(/\A(.*?)(\d*)\z/).captures.then { |prefix, digits| [prefix, digits.to_i] }
      end

      def self.same_run?(before, number, after)
        (prefix, first), (own, serial), (last_prefix, last) =
          [before, number, after].map { |each| split(each) }
        prefix == own && own == last_prefix && serial.between?(first + 1, last - 1)
      end
      private_class_method :gaps, :doubles, :foreign, :split, :same_run?

      def even? = gaps.empty? && doubles.empty?

      # What is still to be said of it.
      #   Asks with :gaps, :doubles or :foreign and their numbers for those that are explained.
      def unexplained
        left = %i[gaps doubles foreign].to_h do |part|
          value = yield(part, self[part].map(&:number))
          [part, self[part].reject { |row| value.include?(row.number) }]
        end
        with(**left)
      end

      # As plain data.
      def plain = to_h { |part, value| [part, value.is_a?(Array) ? value.map(&:to_h) : value] }
    end
  end
end
