# frozen_string_literal: true

require_relative "../support/browser_case"

# The trainer as a beginner meets it: a tag placed by keys, a fish landed well and one badly by
# touch without a signal, an item signed.
class PracticeBrowserTest < BrowserCase
  SEED = 41

  # By the keys alone, to where core says that it is right.
  def test_a_tag_is_placed_by_keys
    sign_in(to: "/practice/place?seed=#{SEED}")

    assert_selector "svg.stage"
    task = Core::Practice::TagPlacement.task(seed: SEED)
    right = Core::Practice::TagPlacement.score(task, { x: 0, y: 0, angle_deg: 0 }).right
    x, y = right[:point]
    x = 1000 - x if task[:facing] == "right"
    press(x - 500, :ArrowRight, :ArrowLeft)
    press(y + 200, :ArrowDown, :ArrowUp)
    5.times { find("body").send_keys("-") }
    find("body").send_keys(:enter)

    assert_selector "[data-testid=answer]"
    assert_operator find("[data-testid=answer] .marks").text.to_i, :>=, 85
    wait_until { db[:practice_results].get(:skill) == "place" }
    find("body").send_keys(:enter)

    assert_no_selector "[data-testid=answer]"
  end

  # Seconds of a scene in one of ours.
  SPEED = 5
  STEP = 8
  def press(distance, forward, back)
    key = { ArrowRight: :right, ArrowLeft: :left, ArrowDown: :down, ArrowUp: :up }
      .fetch(distance.positive? ? forward : back)
    (distance.abs / STEP).round.times { find("body").send_keys(key) }
  end

  def begin_scene(name, seed)
    sign_in(to: "/practice")

    assert_text "Fish on the clock"
    quicken(SPEED)
    visit "/practice/scene/#{name}?seed=#{seed}"

    assert_selector "[data-testid=start]"
    no_signal
    find("[data-testid=start]").click
  end

  # Hands that do these acts in this order, each as soon as it can be done; the wheel is held until
  # the fish is near. A fish that bolts is brought over the net again. An act that something covers
  # is no act: it waits.
  HANDS = <<~JS
    const done = arguments[1]
    let acts = arguments[0]
    const wheel = (event) => document.querySelector('.wind')?.dispatchEvent(new PointerEvent(event))
    const isUncovered = (key) => {
      key.scrollIntoView({ block: 'nearest' })
      const box = key.getBoundingClientRect()
      return key.contains(document.elementFromPoint(box.x + box.width / 2, box.y + box.height / 2))
    }
    let begun = null, patience = 0
    wheel('pointerdown')
    const hands = setInterval(() => {
      if (document.querySelector('[data-testid=debrief]')) return clearInterval(hands), done()
      const doing = document.querySelector('[data-doing]')?.dataset.doing
      if (begun && doing !== begun && patience-- > 0) return
      if (begun && doing === begun && begun !== 'net') acts = acts.slice(acts.indexOf(begun) + 1)
      begun = null
      if (doing) return
      const keys = [...document.querySelectorAll('[data-act]')].filter(isUncovered)
      const groups = [...document.querySelectorAll('[data-group]')].filter(isUncovered)
      const within = (name) => groups.find((key) => key.dataset.group.split(' ').includes(name))
      const act = acts.find((name) => keys.some((key) => key.dataset.act === name) || within(name))
      if (!act) return document.querySelector('.words .back')?.click() ?? wheel('pointerdown')
      if (!keys.some((key) => key.dataset.act === act)) return within(act).click()
      if (act === 'net') wheel('pointerup')
      keys.find((key) => key.dataset.act === act).click()
      begun = act
      patience = 10
    }, 20)
  JS

  def play(acts)
    page.driver.browser.evaluate_async(HANDS, 60, acts)
  end

  def test_a_fish_is_landed_well_on_a_phone_without_a_signal
    as_phone
    begin_scene("estuary", 7)
    play(%w[sink_net net remover wet lift measure tag put_back] + (%w[hold] * 4) +
      %w[look let_go])

    assert_operator find("[data-testid=points]").text.to_i, :<, 20
    assert_text "It swam off."
    assert_text "The same fish, handled well"
    assert_equal 0, db[:practice_results].count
    signal
    visit "/practice"

    assert_text "so far. Three are needed"
    assert_equal %w[handle estuary], db[:practice_results].get(%i[skill scene])
  end

  # On the picture alone: pulling the water down winds, the net is dragged under the fish, a tool to
  # its mouth, the fish up and back down.
  def test_a_fish_is_netted_unhooked_and_measured_on_the_picture
    as_phone
    begin_scene("estuary", 7)
    bring_in
    drag(thing("remover"), ".stage .hook")
    done_on_the_picture("remover")
    drag(thing("hand"), [0.8, 0.83])
    done_on_the_picture("wet")
    drag(".fish svg", [0.5, 0.3])
    assert_selector "[data-testid=stage][aria-label*='out of']"
    drag(thing("hand"), ".stage .stop")
    done_on_the_picture("measure")
    drag(".fish svg", [0.5, 0.82])
    assert_selector "[data-testid=next]", text: /Release|Back|Lift/
    signal
  end

  # Winds until the fish is near, then brings it over the sunk net, as often as it bolts.
  def bring_in
    40.times do
      return if script("document.querySelector('[data-testid=next]') !== null")

      wind
      drag(".stage > .thing", ".fish svg")
      wait_until { script("document.querySelector('[data-doing]') === null") }
    end
  end

  NEAR = "!(parseFloat(document.querySelector('.metres')?.textContent) > 1.6)"

  # The water is pulled down and held.
  def wind
    return if script(NEAR)

    mouse = page.driver.browser.mouse
    x, y = at([0.35, 0.6])
    mouse.move(x:, y:).down.move(x:, y: y + 60)
    wait_until(seconds: 40) { script(NEAR) }
    mouse.up
  end

  def thing(name) = "name #{name}"

  # Client coordinates: of a share of the picture, a thing by its name, a part by its selector.
  def at(spot)
    script = <<~JS
      (() => {
        const stage = document.querySelector('[data-testid=stage]')
        const named = (name) => [...stage.querySelectorAll('.thing')]
          .find((group) => group.textContent.trim() === name)?.querySelector('.slot')
        const spot = #{JSON.generate(spot)}
        const box = (Array.isArray(spot) ? stage
          : spot.startsWith('name ') ? named(spot.slice(5))
          : document.querySelector(spot))?.getBoundingClientRect()
        if (!box) return null
        const [x, y] = Array.isArray(spot) ? spot : [0.5, 0.5]
        return [box.x + box.width * x, box.y + box.height * y]
      })()
    JS
    page.evaluate_script(script)
  end

  def drag(from, to)
    mouse = page.driver.browser.mouse
    first, last = at(from), at(to)
    return if first.nil? || last.nil?

    mouse.move(x: first[0], y: first[1]).down
    mouse.move(x: last[0], y: last[1], steps: 4).up
  end

  def done_on_the_picture(key)
    assert_selector "[data-doing=#{key}]"
    assert_no_selector "[data-doing]"
  end

  # A hook in the hand: the fish into the water, the line cut, help; the scene ends there.
  def test_a_hook_in_the_hand_ends_the_scene_with_help
    as_phone
    begin_scene("hand", 5)
    play(%w[sink_net net forceps fish_first mind_hand])

    assert_text "people come first"
    assert_no_selector "[data-testid=points]"
    signal
  end

  def test_and_badly
    as_phone
    begin_scene("estuary", 7)
    play(%w[scoop swing fingers measure_loose throw])

    assert_operator find("[data-testid=points]").text.to_i, :>=, 40
    assert_text "The line is no ladder"
    signal
  end

  def test_a_members_lessons_until_the_item_is_signed
    time = Time.now - 3600
    db[:practice_results].multi_insert(Array.new(20) do |n|
      { id: SecureRandom.uuid, member_id: @isolde[:id], skill: "place", seed: n, level: 0,
        marks: 90, at: time + n, is_replayed: true }
    end)
    test_a_tag_is_placed_by_keys_once
    sign_out
    sign_in("hamish@marrow.example", to: "/office/members")
    click_link "Practice of Isolde Brannock"

    assert_text "The results support it."
    find("[data-item=placing]").set("Watched her place two on the board")
    click_button "Sign off", match: :first

    assert_text "Signed by Hamish Torvald"
    assert_equal "placing", db[:practice_signatures].get(:item)
  end

  def test_a_tag_is_placed_by_keys_once
    sign_in(to: "/practice/place?seed=#{SEED}")

    assert_selector "svg.stage"
    find("body").send_keys(:enter)

    assert_selector "[data-testid=answer]"
  end

  def test_technique_cards_step_by_keys_and_follow_the_schools
    sign_in(to: "/practice/cards/net")

    assert_text "The net goes under first"
    find("body").send_keys(:right)

    assert_text "Bring the fish over it"
    assert_no_link "Dry, dab, wait", exact: true, wait: 1
  end
end
