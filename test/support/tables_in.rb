# frozen_string_literal: true

# A table on its way in, as the page sends it: sent, mapped, tried, stored.
module TablesIn
  TABLES = File.expand_path("tables", __dir__)
  CHOICES = { "length_how" => "board", "length_kind" => "usual", "fate" => "released",
              "zone" => "local", "untaken" => "leave" }.freeze

  def setup
    super
    Acts::StoredJob.store = store
  end

  def send_table(name, bytes = File.binread(File.join(TABLES, name)))
    send_json(
      :post, "/api/imports?name=#{name}", bytes, "CONTENT_TYPE" => "application/octet-stream"
    )
    body
  end

  def body = JSON.parse(last_response.body)

  def map(import, words: {}, **choices)
    guessed = import["mapping"]
    words = guessed["words"].merge(words) { |_, guessed_words, other| guessed_words.merge(other) }
    mapping = guessed.merge(CHOICES, choices.transform_keys(&:to_s), "words" => words)
    send_json(:put, "/api/imports/#{import['id']}/mapping", { mapping: })

    assert_equal 200, last_response.status, last_response.body
    body
  end

  def undo(import)
    send_json(:post, "/api/imports/#{import['id']}/undo", {})
    Acts::ImportJob.run(import["id"])
    get("/api/imports/#{import['id']}")
  end

  def run_import(import, *acts)
    acts.each do |act|
      send_json(:post, "/api/imports/#{import['id']}/run", { act: })

      assert_equal 200, last_response.status, last_response.body
      Acts::ImportJob.run(import["id"])
    end
    get("/api/imports/#{import['id']}")
    body
  end
end
