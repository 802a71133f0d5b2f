# frozen_string_literal: true

module Core
  module Tags
    # Whether a trip's tags add up: what lay in the pouch before is in a fish, spoiled, lost, or
    # still there. S4.
    #
    #   used:  [{ number:, encounter_id:, act: applied | spoiled | lost }] in the order of the day
    #   pouch: [String] what the ledger says is still in the pouch
    #   read:  [{ number:, encounter_id: }] tags read on fish caught again
    #   owners: { number => { holder_id:, name: } | nil } of the used numbers; nil when the
    #           programme never issued it
    #
    # Returns { applied:, spoiled:, lost:, left:, gaps: [{ number:, before:, after: }], doubles: [{
    # number:, encounter_ids: }],
    #           foreign: [{ number:, encounter_id:, owner: }] }.
    # A gap is a number that is still in the pouch while a later one of the same run was used: tags
    # are used in order, so it fell, broke, or was skipped.
    module Sum
      module_function

      def of(used:, pouch:, read:, owners:, member_id:)
        counts =
          %w[applied spoiled lost].to_h do |act|
            [act.to_sym, used.count { |one| one[:act] == act }]
          end
        {
          **counts,
          left: pouch.size,
          gaps: gaps(used.map { |one| one[:number] }, pouch),
          doubles: doubles(used + read),
          foreign: foreign(used, owners, member_id)
        }
      end

      def gaps(numbers, pouch)
        numbers.uniq.sort_by { |number| split(number) }.each_cons(2).flat_map do |before, after|
          pouch
            .select { |number| same_run?(before, number, after) }
            .map { |number| { number:, before:, after: } }
        end
      end

      def doubles(named)
        named
          .group_by { |one| one[:number] }
          .select { |_, rows| rows.map { |row| row[:encounter_id] }.uniq.size > 1 }
          .map do |number, rows|
            { number:, encounter_ids: rows.map { |row| row[:encounter_id] }.uniq }
          end
      end

      def foreign(used, owners, member_id)
        used.select { |one| owners[one[:number]] && owners[one[:number]][:holder_id] != member_id }
          .map do |one|
            { number: one[:number], encounter_id: one[:encounter_id],
              owner: owners[one[:number]][:name] }
          end
      end

      def split(number)
        number.match(/\A(.*?)(\d*)\z/).captures.then { |prefix, digits| [prefix, digits.to_i] }
      end

      def same_run?(before, number, after)
        (prefix, first), (own, serial), (last_prefix, last) =
          [before, number, after].map { |one| split(one) }
        prefix == own && own == last_prefix && serial.between?(first + 1, last - 1)
      end
      private_class_method :gaps, :doubles, :foreign, :split, :same_run?
    end
  end
end
