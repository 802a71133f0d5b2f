# frozen_string_literal: true

require_relative "../support/test_helper"
require "ripper"

# The rules stand in core, once: web/src holds no number of a rule, compares nothing that was
# measured, gives no advice.
class OneBookTest < Minitest::Test
  UNITS = "mm|cm|m|g|kg|c|seconds|points|depth|temp|weight|length|age|days"
  MEASURED = /\b(?!window|view|box)[a-z]\w*_(?:#{UNITS})\b(?:\.value)?[!)]*/
  OTHER = /(?:-?(?!0\b)\d[\w.]*|[a-z_]\w*(?:\.\w+|\[\d\])*)/
  COMPARED = /#{MEASURED} *[<>]=? *#{OTHER}|#{OTHER} *[<>]=? *(?:\w+\.)*#{MEASURED}/
  LIMIT = /\bconst [A-Z_]*_(?:MM|CM|M|G|KG|C|SECONDS|DAYS) = /
  ADVICE =
    /do\ not\ lift|not\ to\ lift|cool\ water|cut\ the\ line|unhook\b|face\ it\ into|
     let\ it\ go\ now|send\ it\ down|rest\ it/xi
  # Millimetres of an inch convert what is shown; a drawing may well halve something.
  CHANCE = [0.5, 0.25, 25.4].freeze

  # What a page says of a rule that core answered, and examples of what can be typed.
  SPOKEN = /
    "(?:[dD]o\ not\ lift(?:\ above,\ mm)?|Send\ it\ down|Unhook\ in\ the\ water|Cut\ the\ line)" |
    "Enter\ moves\ on,.*"
  /x

  def self.numbers
    fractions =
      # A drawing's places are no rule.
      Dir["#{ROOT}/core/**/*.rb"].grep_v(%r{/core/drawing/}).flat_map do |file|
        File.read(file).scan(/(?<![\w.])\d[\d_]*\.\d+/)
      end
    fractions.map { |number| Float(number) }.reject { |number| number == number.to_i } - CHANCE
  end

  NUMBERS = numbers.freeze

  # Five words or more in a row of core's own sentences.
  TOKENS = Dir["#{ROOT}/core/{handling,law}/*.rb"].flat_map { |file| Ripper.lex(File.read(file)) }
  SAID =
    TOKENS.filter_map do |_at, kind, text|
      text.downcase.delete(".").strip if kind == :on_tstring_content
    end
  TEXTS = %w[handling law].flat_map do |place|
    Texts.read.select do |key, _|
      key.start_with?("#{place}.")
    end.values.map { |text| text.downcase.delete(".") }
  end
  SENTENCES = (SAID + TEXTS).select { |text| text.split.size >= 5 }.uniq.freeze

  def test_no_page_has_a_rule_of_its_own
    result =
      pages.flat_map { |file| faults(File.read(file), file.delete_prefix("#{ROOT}/web/src/")) }

    assert_empty result, "rules belong into core, and pages ask them through web/src/core/field.ts"
  end

  def test_planted_rules_are_found
    [
      "const slow = air_seconds > budget.seconds", "if (record.length_mm >= law.min_mm) keep()",
      "const MOST_SECONDS = 45", "if (10 < water_temp_c) warn()", "const share = factor * 0.042",
      "const z = 1.96", "say('Keep it in cool water')", "<p>a touched gill can bleed to death</p>",
      "<template><b v-if=\"part.sure < 0.992\" /></template>"
    ].each do |planted|
      refute_empty faults(planted, planted.start_with?("<t") ? "planted.vue" : "planted.ts"),
        planted
    end
    [
      "for (let at = 0; at < rows.length; at++)", "photos > 1 ? 's' : ''", "const POLL_MS = 2000"
    ].each { |fair| assert_empty faults(fair, "fair.ts"), fair }
  end

  private

  # Drawings, tones, the phone's own room and its photos have numbers of their own.
  def pages
    Dir["#{ROOT}/web/src/**/*.{ts,vue}", "#{ROOT}/web/src/words/en/**/*.json"].grep_v(
      /generated|\.d\.ts\z|guildShapes|LandingView|LeafletMap|sound\.ts|room\.ts|photoQuality\.ts/
    )
  end

  def faults(text, name)
    code =
      text
        .gsub(%r{/\*.*?\*/|^\s*//.*$}m) { |comment| comment.gsub(/[^\n]/, "") }
        .gsub(%r{<style.*?</style>}m, "")
        .gsub(SPOKEN, "")
        .gsub(/'[a-z]+(?:\.\w+){2}'|^ +"\w+":/, "")
    script = !name.end_with?(".vue")
    code.each_line.with_index(1).flat_map do |line, index|
      if name.end_with?(
        ".vue"
      )
        script =
          line.include?("<script") || (script && !line.include?("</script>"))
      end
      result =
        line.scan(COMPARED).map { "compares" } + line.scan(LIMIT).map { "limit" } +
        line.scan(ADVICE) + numbers_in(line, script) + sentences_in(line)
      result.map { |fault| "#{name}:#{index}: #{fault}: #{line.strip[0, 120]}" }
    end
  end

  # In a template most numbers are a drawing's; those compared with something are not.
  def numbers_in(line, script)
    number = /(?<![\w.#-])\d[\d_]*\.\d+(?![\w.])/
    result = script ? line.scan(number) : line.scan(/[<>]=? *(#{number})/).flatten
    result.select { |number| NUMBERS.include?(Float(number)) }
  end

  def sentences_in(line)
    low = line.downcase
    SENTENCES.select { |sentence| low.include?(sentence) }
  end
end
