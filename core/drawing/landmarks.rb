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

      def place(name)
        case name
        when :back then [330, (@form.back_at(330) * 0.55).round]
        when :belly then under(400)
        when :jaw then [18, 34]
        when :gill_join then under(215)
        when :behind_pectoral then under(@form.pectoral[0] + 40)
        when :pectoral_root then under(@form.pectoral[0] + 20)
        when :anal_root then under(610)
        when :tail_wrist then under(815)
        when :wing_left, :wing_right then [300, name == :wing_left ? 250 : -250]
        when :bill then [150, 12]
        when :rear_left, :rear_right then [690, name == :rear_left ? 170 : -170]
        else danger(name)
        end
      end

      def danger(name)
        case name
        when :dorsal then over(@form.dorsal[0] + 70, 96)
        when :anal then [590, (@form.belly_at(590) + 70).round]
        when :gill_cover then [@form.gill + 6, 30]
        when :teeth then [@form.mouth[0] / 2, -30]
        when :pectoral then [@form.pectoral[0] + 70, @form.pectoral[1] + 70]
        when :head then [180, -66]
        when :tail_spine then [820, -40]
        when :bill_tip then [-150, -30]
        when :plates then [520, (@form.back_at(520) - 34).round]
        when :claw_left, :claw_right then [10, name == :claw_left ? 250 : -250]
        end
      end
    end
  end
end
