# frozen_string_literal: true

module Core
  module Records
    # An encounter and what its day made of it beside the record itself.
    #
    #   put_numbers: [String] of the tags that it put in and that are still there
    #   ended_at:    Time of its last tap
    WithTags = Value.of(:encounter, :put_numbers, :ended_at) do
      def id = encounter.id
      def tag_numbers = encounter.tagged? ? put_numbers : encounter.read_numbers.to_a
      def new_tag_numbers = encounter.tagged? ? [] : put_numbers

      # Every number that it names, in the fish or not.
      def named
        [
          *tag_numbers, *new_tag_numbers, *encounter.spoiled_numbers, *encounter.lost_numbers
        ]
      end

      # { what became of tags => their numbers }
      def used
        {
          "applied" => put_numbers,
          "spoiled" => encounter.spoiled_numbers.to_a,
          "lost" => encounter.lost_numbers.to_a
        }
      end
    end
  end
end
