# frozen_string_literal: true

# Checks the page as it stands with an accessibility engine, in all three looks: WCAG 2.2 A and AA.
module Accessibility
  ENGINE = File.join(ROOT, "web/node_modules/axe-core/axe.min.js")
  # All rules by day; the other looks change colours and sizes, so only the rules about these.
  RULES = {
    "day" => { type: "tag", values: %w[wcag2a wcag2aa wcag21aa wcag22aa] },
    "dusk" => { type: "rule", values: %w[color-contrast link-in-text-block target-size] },
    "glare" => { type: "rule", values: %w[color-contrast link-in-text-block target-size] }
  }.freeze

  # looks: those that the page is read in; colours do not depend on the width of the screen
  def assert_accessible(where, looks: RULES.keys)
    unless script("Boolean(window.axe)")
      page.execute_script("#{File.read(ENGINE)}; window.axe = axe")
    end
    RULES.slice(*looks).each do |look, rules|
      page.execute_script("document.documentElement.dataset.look = arguments[0]", look)
      result = page.evaluate_async_script(<<~JS, rules)
        const [rules, done] = arguments
        // Colours halfway from one look to the next are nobody's colours.
        // What turns for ever has no end to go to.
        for (const one of document.getAnimations())
          if (one.effect.getComputedTiming().endTime < Infinity) one.finish()
        axe.run(document, { runOnly: rules, resultTypes: ['violations'] })
          .then(({ violations }) => done(violations.map((one) => `${one.id}: ${one.nodes.map((node) => node.target + ' ' + (node.any[0]?.message ?? '')).slice(0, 3).join('; ')}`)))
      JS

      assert_empty result, "#{where}, #{look}"
    end
    page.execute_script("document.documentElement.dataset.look = 'day'")
  end
end
