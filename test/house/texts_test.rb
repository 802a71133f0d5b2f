# frozen_string_literal: true

require_relative "../support/test_helper"
require "ripper"

# Texts stand in config/words/en; code names their keys and gives their values.
class TextsTest < Minitest::Test
  VALUES = /(?:[^()]|\((?:[^()]|\((?:[^()]|\([^()]*\))*\))*\))*/
  CALL = /\b(?:Text\.of|t)\(\s*["']([a-z0-9_.]+)["'](#{VALUES})\)/
  PARTS = { "(" => 1, "[" => 1, "{" => 1, ")" => -1, "]" => -1, "}" => -1 }.freeze
  # A sentence that goes on in the next literal: two words or more on both sides.
  BROKEN = /[a-z,;]+ [a-z]+[ ,.]*" \\\n\s*"[^"\n]*[a-z]+ [a-z]+/

  def test_each_key_has_a_text_and_each_text_a_use
    used = calls.map(&:first)

    assert_empty used - texts.keys, "no text"
    assert_empty texts.keys - used, "not used"
  end

  def test_values_fit_the_placeholders
    wrong = calls.reject do |key, values|
      texts.fetch(key).scan(/%\{(\w+)\}/).flatten.uniq.sort == values.sort
    end

    assert_empty wrong
  end

  def test_a_text_without_its_key_or_value_is_noticed
    assert_raises(KeyError) { Core::Text.of("nowhere.no_such_text") }
    assert_equal "Feature 3 is a Circle. Use Polygon, LineString and Point.",
      Core::Text.of("geography.drawn_coast.feature_is_a_use_polygon", index: 3, type: "Circle")
  end

  def test_no_sentence_is_broken_over_lines
    broken = sources.flat_map { |file, source| source.scan(BROKEN).map { |part| [file, part] } }

    assert_empty broken, "put it into config/words/en"
  end

  def test_words_are_those_of_the_glossary
    sentences = texts.merge(pages).transform_values { |text| text.gsub(/%?\{\w+\}/, "") }
    wrong = words_not_said.flat_map do |word|
      sentences.select { |_, text| text.match?(/\b#{word}\b/i) }.map { |key, _| "#{key}: #{word}" }
    end

    assert_operator words_not_said.size, :>, 15
    assert_empty wrong, "see docs/GLOSSARY.md, Words on the screen"
  end

  private

  def words_not_said
    table = File.read(File.join(ROOT, "docs/GLOSSARY.md"))[/^\| not \| but \|\n(.*)\z/m, 1]
    table.scan(/^\| ([^|-]+?) \| /).flatten
  end

  # Texts of the pages, by file and key.
  def pages
    Dir["#{ROOT}/web/src/words/en/**/*.json"].reduce({}) do |entries, file|
      entries.merge(Texts.flat(JSON.load_file(file), File.basename(file, ".json")))
    end
  end

  def texts = @texts ||= Texts.read

  def sources
    @sources ||= Dir["#{ROOT}/{core,acts,api,formats,devices,store}/**/*.{rb,erb}"]
      .grep_v(%r{store/upkeep})
      .to_h do |file|
        [file.delete_prefix("#{ROOT}/"), File.read(file)]
      end
  end

  # [[key, [names of values]], ...]
  def calls
    @calls ||= sources.values.flat_map do |source|
      source.scan(CALL).map { |key, values| [key, names(values)] }
    end
  end

  def names(values)
    depth = 0
    top = values.gsub(/"(?:[^"\\]|\\.)*"/, '""').each_char.select do |char|
      depth += PARTS.fetch(char, 0)
      depth.zero?
    end
    top.join.scan(/\b([a-z_]\w*):(?!:)/).flatten
  end
end
