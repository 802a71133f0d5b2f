# frozen_string_literal: true

require "rexml/document"

module Formats
  # What came back lately as a web feed. Source: RFC 4287, The Atom Syndication Format.
  #
  #   opened: Acts::OpenFront::Opened
  module ReturnsFeed
    module_function

    def atom(opened:, base_url:)
      feed = REXML::Element.new("feed")
      feed.add_namespace("http://www.w3.org/2005/Atom")
      add(feed, "title", Core::Text.of("front.feed.title", name: opened.programme.name))
      add(feed, "id", "#{base_url}/returns.atom")
      feed.add_element("link", "rel" => "self", "href" => "#{base_url}/returns.atom")
      feed.add_element("link", "rel" => "alternate", "href" => "#{base_url}/")
      feed.add_element("author").add_element("name").text = opened.programme.name
      weeks = opened.returns.map(&:week)
      add(feed, "updated", moment(weeks.max || Date.new(2026, 1, 5)))
      opened.returns.each { |lately| entry(feed, lately, base_url) }
      REXML::Document.new.tap { |document| document << feed }.to_s
    end

    # A return has no address of its own: its story belongs to who was sent it.
    def entry(feed, lately, base_url)
      item = feed.add_element("entry")
      name = lately.species.common_name
      add(item, "title", Core::Text.of("front.feed.entry", species: name, month: lately.month))
      content = [lately.species.code, lately.days, lately.km, lately.grew_mm,
        lately.month].join(" ")
      add(item, "id", "#{base_url}/returns.atom##{Digest::SHA256.hexdigest(content)[0, 16]}")
      add(item, "updated", moment(lately.week))
      item.add_element("link", "href" => "#{base_url}/species/#{lately.species.code}")
      add(item, "summary", summary(lately))
    end

    def summary(lately)
      days = Core::Recaptures::CatchWords.days(lately.days, at_most: lately.days_at_most)
      [days, lately.km && "#{lately.km} km",
        lately.grew_mm && "#{lately.grew_mm} mm longer"].compact.join(", ")
    end

    def moment(day) = "#{day.iso8601}T00:00:00Z"
    def add(element, name, text) = element.add_element(name).tap { |child| child.text = text }
    private_class_method :entry, :summary, :moment, :add
  end
end
