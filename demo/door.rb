# frozen_string_literal: true

module Demo
  # What is on the shelves, what people there call their fish, the law of gear, and a notice.
  module Door
    # code, name, in stock, reorder at, in a kit
    STOCK = [
      ["applicator", "tag applicator", 14, 5, 1], ["needle", "spare needle", 60, 20, 2],
      ["board", "measuring board", 6, 3, 1], ["tape", "measuring tape", 11, 4, 1],
      ["sheets", "waterproof sheets, ten", 25, 10, 1], ["pencil", "pencil", 40, 15, 2]
    ].freeze
    NICKNAMES = {
      "seabass" => %w[silver schoolie], "cod" => ["codling"], "pollack" => ["lythe"],
      "ballan_wrasse" => ["old wife"], "thick_lipped_mullet" => ["grey"]
    }.freeze
    # Not seen in the Marrow Sound.
    ELSEWHERE = %w[
      barramundi nile_perch dusky_flathead bartail_flathead largemouth_bass smallmouth_bass
      channel_catfish brown_bullhead lake_sturgeon sailfish white_marlin bluefish barracuda
    ].freeze

    MEET_PLAN = {
      spot_code: "cutter_ledge", platform: "boat", height_m: nil, alone: false,
      species_codes: %w[seabass pollack], depth_from_m: 2.0, depth_to_m: 12.0,
      surface_temp_c: nil, bottom_temp_c: nil, air_temp_c: nil, sun: false, current: "tide",
      bait: "lure", hook: "j", barbs: "flattened", from_hour: 8, to_hour: 13
    }.freeze
    BOATS = %w[Gannet Tern].freeze
    MEET_IN_DAYS = 9

    module_function

    # A meet that is planned, and a starter kit that somebody ordered.
    #   ids: [id of a member], the coordinator second
    def meet(db, ids:, today:)
      store = Store::Gateway.new(db)
      context = Acts::Context.new(store:, member: store.members.find(ids[1]), now: Time.now)
      Acts::HoldMeet.plan(context, id: SecureRandom.uuid, sent: {
        name: "Autumn meet", held_on: today + MEET_IN_DAYS, plan: MEET_PLAN, is_open: true,
        note: "Bring a spare needle. Tea at the harbour wall from one.",
        crews: ids.each_with_index.map { |id, index| { member_id: id, crew: BOATS[index % 2] } }
      })
      Acts::KeepStock.order(
        context.with(member: store.members.find(ids.first)), id: SecureRandom.uuid,
        items: { "needle" => 2 }
      )
    end

    # by: id of the coordinator
    def add(db, by:, today:)
      STOCK.each do |code, name, count, reorder_at, in_kit|
        db[:stock_items].insert(code:, name:, reorder_at:, in_kit:)
        db[:stock_moves].insert(item_code: code, count:, reason: "counted", made_by: by)
      end
      NICKNAMES.each do |code, names|
        db[:species].where(code:).update(nicknames: Sequel.pg_array(names, :text))
      end
      db[:species].where(code: ELSEWHERE).update(is_local: false)
      db[:gear_laws].insert(
        water_code: "lough_immer", barbless: true, no_treble: true, authority: Gear::AUTHORITY,
        checked_on: today - 30, entered_by: by
      )
    end
  end
end
