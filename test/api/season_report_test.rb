# frozen_string_literal: true

require_relative "../support/api_case"

# Charts of the season report as answers of Water may have them.
class SeasonReportTest < ApiCase
  def answer(chart)
    Core::Answers::Answer.new(
      key: chart[:kind], title: "Drawn as #{chart[:kind]}", n: 3, sentence: "Three fish.", chart:,
      worked_out: "By hand.", source: "Marrow Sound"
    )
  end

  def printed(chart)
    PdfText.of(
      Formats::SeasonReport.pdf(
        topics: { "Movement" => [answer(chart)] }, heading: ["Marrow Sound"],
        fonts_dir: ApiCase.config.fonts_dir
      )
    )
  end

  # The middle distance against days at large is told without limits.
  def test_a_curve_without_limits
    text = printed(kind: "scatter", x: "days at liberty", y: "km away", points: [],
      line: [[1, 0.4, nil, nil], [30, 2.1, nil, nil], [365, 4.6, nil, nil]])

    assert_includes text, "Drawn as scatter"
    assert_includes text, "365"
  end

  def test_a_year_in_which_nothing_was_caught
    text = printed(kind: "forest", x: "times as many as in 2024", y: "year",
      bars: [["2025", 0.0, 0.0, 0.6], ["2026", 1.2, 0.8, 1.9]])

    assert_includes text, "2025"
    assert_includes text, "2026"
  end
end
