# frozen_string_literal: true

module Core
  module Drawing
    # Where hands go and what can hurt, as places of the body: the drawing of what Fish::Guild says.
    class Landmarks
      # { guild => [holds, dangers] }
      PLACES = {
        "small_spiny_rayed" => [%i[back belly], %i[dorsal anal]],
        "trout_and_salmon" => [%i[belly], []],
        "bass_like" => [%i[jaw belly], %i[gill_cover dorsal]],
        "deep_water_spiny" => [%i[jaw belly], %i[dorsal gill_cover anal]],
        "long_jawed_toothed" => [%i[gill_join belly], %i[teeth]],
        "whiskered_spined" => [%i[behind_pectoral belly], %i[dorsal pectoral]],
        "carp_like" => [%i[pectoral_root anal_root], %i[dorsal]],
        "river_perch_like" => [%i[belly anal_root], %i[gill_cover]],
        "flat_headed_ambusher" => [%i[jaw belly], %i[head]],
        "flatfish" => [%i[belly back], %i[teeth]],
        "toothed_marine" => [%i[tail_wrist belly], %i[teeth]],
        "skates_and_rays" => [%i[wing_left wing_right], %i[tail_spine]],
        "sharks" => [%i[tail_wrist belly], %i[teeth]],
        "fast_open_water" => [%i[belly tail_wrist], []],
        "billed" => [%i[bill], %i[bill_tip]],
        "sturgeon_like" => [%i[belly anal_root], %i[plates]],
        "crabs_and_lobsters" => [%i[rear_left rear_right], %i[claw_left claw_right]],
        "general" => [%i[belly anal_root], %i[dorsal teeth]]
      }.freeze

      def initialize(form) = @form = form

      def hold = places.first.map { |name| place(name) }
      def mind = places.last.map { |name| place(name) }

      private

      def places = PLACES.fetch(@form.guild)
      def under(x) = [x, @form.belly_at(x).round]
      def over(x, by) = [x, (@form.back_at(x) - by).round]

      def place(name) = send(name)

      def back = [330, (@form.back_at(330) * 0.55).round]
      def belly = under(400)
      def jaw = [18, 34]
      def gill_join = under(215)
      def behind_pectoral = under(@form.pectoral[0] + 40)
      def pectoral_root = under(@form.pectoral[0] + 20)
      def anal_root = under(610)
      def tail_wrist = under(815)
      def wing_left = [300, 250]
      def wing_right = [300, -250]
      def bill = [150, 12]
      def rear_left = [690, 170]
      def rear_right = [690, -170]
      def dorsal = over(@form.dorsal[0] + 70, 96)
      def anal = [590, (@form.belly_at(590) + 70).round]
      def gill_cover = [@form.gill + 6, 30]
      def teeth = [@form.mouth[0] / 2, -30]
      def pectoral = [@form.pectoral[0] + 70, @form.pectoral[1] + 70]
      def head = [180, -66]
      def tail_spine = [820, -40]
      def bill_tip = [-150, -30]
      def plates = [520, (@form.back_at(520) - 34).round]
      def claw_left = [10, 250]
      def claw_right = [10, -250]
    end
  end
end
