# frozen_string_literal: true

require_relative "../support/test_helper"

# The server answers with a page where the router has one, and nowhere else.
class PagesTest < Minitest::Test
  ROUTER = File.read(File.expand_path("../../web/src/router.ts", __dir__))

  # Addresses as the router writes them, optional parts taken apart.
  def routed
    practice = ROUTER[/\.\.\.\(\[(.*?)\] as const\)/m, 1].scan(/'(\w+)'/).flatten
    paths = ROUTER.scan(/path: '([^']+)'/).flatten + practice.map { |page| "/practice/#{page}" }
    (paths - ["/:rest(.*)*"]).map { |path| path.gsub(/\([^)]*\)/, "") }
      .flat_map do |path|
        if path.end_with?("?")
          [path[%r{\A(.*)/[^/]+\z}, 1],
            path.chomp("?")]
        else
          path
        end
      end
  end

  def test_the_server_knows_the_pages_of_the_router
    assert_operator routed.size, :>, 40
    assert_equal routed.uniq.sort, Api::Pages::PATHS.sort
  end

  def test_addresses_of_before_lead_on
    moved = ROUTER[/const MOVED = \{(.*?)\n\}/m, 1].scan(/'([^']+)': '/).flatten

    assert_equal moved.map { |path| path.gsub(/\([^)]*\)/, "") }.sort, Api::Pages::MOVED.sort
    assert Api::Pages.page?("/office/old-records/7")
  end

  def test_what_is_no_page_is_nowhere
    pages = %w[/ /deck /deck/ /story/abc /office/import/7]

    assert_empty(pages.reject { |path| Api::Pages.page?(path) })
    %w[/metrics /favicon.ico /offices /story /story/a/b /.env /wp-login.php].each do |path|
      refute Api::Pages.page?(path), path
    end
  end
end
