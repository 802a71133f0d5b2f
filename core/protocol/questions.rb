# frozen_string_literal: true

module Core
  module Protocol
    # The contested questions and who answers them how. A table: what follows from an answer is in
    # handling/, trips/kit and trips/tackle.
    #
    # Source: house rules; the reasons are those that practitioners give.
    module Questions
      # Rows: key, name, what it says, who tends to hold it, its reason, what argues against it,
      # strictness, (false when never allowed)
      TABLE = {
        air: [
          "A", "How long in air?", :balanced,
          Text.of("protocol.questions.nobody_argues_for_longer_than"),
          true,
          {},
          [
            [
              :keep_wet, "keep wet", "10 s for every fish, and lifted only to tag.",
              "fly anglers and welfare advisers",
              "Even short air costs breeding fish something that nobody sees.",
              "A hurried lift drops more fish.", 3
            ],
            [
              :balanced, "balanced", "10 to 30 s, by how fragile the fish is.",
              "tagging programmes",
              Text.of("protocol.questions.time_enough_to_measure_and"),
              "A clock per species has to be looked at.", 2
            ],
            [
              :brief, "brief",
              Text.of("protocol.questions.seconds_by_class"),
              "boat crews with many fish", "One number that everybody remembers.",
              "Too long for sensitive fish after a hard fight.", 1
            ]
          ]
        ],
        touch: [
          "B", "What touches the fish?", :gloves_at_jaw,
          Text.of("protocol.questions.wet_bare_hands_wet_smooth"),
          false,
          {},
          [
            [
              :bare_hands, "wet bare hands", "Wet bare hands only.", "trout and coarse anglers",
              "Skin feels the fish and takes the least slime.",
              "Teeth and spines cut the hand, and a cut hand drops the fish.", 2
            ],
            [
              :gloves_at_jaw, "gloves at the jaw",
              "Wet bare hands; wet smooth gloves where a jaw is held or teeth and hooks are near.",
              "jaw-holders and charter crews", "A safe hand holds still.",
              "A glove that dried takes slime.", 1
            ],
            [
              :no_gloves, "no gloves at all", "Gloves hurt feel and slime: none in the boat.",
              "some coarse anglers", "What is not there is not used dry.",
              "Leaves toothed fish to luck.", 2
            ]
          ]
        ],
        surface: [
          "C", "What does it lie on, what covers its eyes?", :board_and_cover,
          Text.of("protocol.questions.cloth_sheds_slime_but_a"),
          false,
          {},
          [
            [
              :board_bare, "board, no cloth", "A slick wet board, and no cloth at all.",
              "slime purists", "Every cloth takes slime.",
              "An uncovered fish thrashes on the board.", 2
            ],
            [
              :board_and_cover, "board and head cover",
              "A slick wet board and a wet smooth head cover.", "tagging programmes",
              "Dark and wet, it lies still for the tag.", "One more thing to keep wet.", 2
            ],
            [
              :foam_and_cover, "foam and head cover", "Wet foam and a wet head cover.",
              "boat taggers", "Foam holds a round fish.", "Foam that is not soaked takes slime.", 1
            ],
            [
              :sling_and_mat, "sling and mat", "In a wet sling on a padded mat.", "carp anglers",
              "It cannot fall.", "Slow for one quick lift.", 1
            ]
          ]
        ],
        hold: [
          "D", "Where is it held?", :by_guild,
          "Hanging from jaw, gill cover or grip without support: never.", false,
          {},
          [
            [
              :by_guild, "as the guild says", "By guild: belly, fin roots, or jaw while small.",
              "this cooperative", "Bodies differ.", "More to learn.", 1
            ],
            [
              :belly, "belly, always level", "Belly supported, always level, whatever the fish.",
              "most taggers", "One rule for all.",
              "Large soft-bodied fish are hurt by a hand under the belly.", 2
            ],
            [
              :fin_roots, "fin roots",
              "At the root of anal and pectoral fins, never under the belly.", "carp anglers",
              "Carries weight on bone.", "Hard with small or spiny fish.", 1
            ],
            [
              :jaw, "jaw, upright", "Upright by the jaw while small.", "bass anglers",
              "Quick, and no slime lost.", "Any tilt strains the jaw.", 1
            ]
          ]
        ],
        grips: [
          "E", "Grips?", :swivel, "A fish that rolls in a fixed grip splits its jaw.", false,
          {},
          [
            [
              :none, "none", "No grips.", "trout anglers", "No tool, no split jaw.",
              "Toothed fish bite.", 3
            ],
            [
              :swivel, "swivel only",
              "Only with a swivel head, only in the water or with the body supported.",
              "tagging programmes", "It turns with the fish.",
              "It still tempts to lift by the jaw.", 2
            ],
            [
              :free, "freely", "Any grip.", "charter crews", "Fast.", "Jaws split, spines stretch.",
              1
            ]
          ]
        ],
        net: [
          "F", "Net?", :rubber_net,
          Text.of("protocol.questions.a_large_knotless_rubber_net"),
          true,
          { trout_and_salmon: :surface_release },
          [
            [
              :rubber_net, "rubber net",
              "A large knotless rubber net; the fish rests in it, in the water.",
              "tagging programmes", "Rest and control in one.",
              "A small or knotted net is worse than none.", 2
            ],
            [
              :surface_release, "no net", "Unhook at the surface without touching.", "fly anglers",
              "Nothing touches it.", "Nothing can be measured or tagged calmly.", 3
            ],
            [
              :by_hand, "by hand", "By hand in the shallows.", "waders", "No gear.",
              "Fish are chased and squeezed.", 1
            ]
          ]
        ],
        fight: [
          "G", "Tire it or winch it?", :land_fast,
          Text.of("protocol.questions.as_fast_as_the_tackle"),
          false,
          {},
          [
            [
              :land_fast, "land at once", "Heavy line, land at once.", "boat anglers",
              "Long fights build up acid and kill.", "A green fish thrashes at the net.", 2
            ],
            [
              :let_run, "let it run", "Let it run until it can be netted safely, never bully.",
              "still-water light-line anglers", "No torn mouth, no broken line.",
              "Every minute costs.", 1
            ]
          ]
        ],
        deep_hook: [
          "H", "Deep hook", :remove_if_reachable,
          "Cut unless visible and reachable; hook metal that rusts. Pulling or jerking: never.",
          false,
          {},
          [
            [
              :cut_always, "cut always", "Cut the line close, always.", "most scientists",
              "Fish shed hooks; pulling tears.", "An easy hook is left in.", 3
            ],
            [
              :remove_if_reachable, "remove if reachable",
              Text.of("protocol.questions.out_if_visible_and_reachable"),
              "tagging programmes", "Removes what comes easily, leaves the rest.",
              "Takes judgement with the clock running.", 2
            ],
            [
              :gain_access, "gain access",
              Text.of("protocol.questions.steady_traction_or_through_the"),
              "pike anglers", "Frees trebles that would kill.",
              "One touch of a gill is worse than the hook.", 1
            ]
          ]
        ],
        stomach: [
          "I", "Stomach turned out", :leave,
          "It goes back by itself under pressure. Tuck gently only without depth.", false,
          {},
          [
            [
              :leave, "leave it", "Leave it, it goes back by itself at depth.", "most scientists",
              "Handling tears it.", "Not when no depth is there.", 2
            ],
            [
              :tuck, "tuck back", "Tuck it back when a swallowed hook turned it out.",
              "catfish anglers", "Without depth it stays out.", "Fingers injure the gut.", 1
            ],
            [
              :puncture, "puncture", "Puncture it.", "one old school", "It looks like a balloon.",
              "It is the gut: it injures it.", 0, false
            ]
          ]
        ],
        pressure: [
          "J", "Pressure", :descend,
          "Descend; vent only if trained, permitted, and no device is at hand.", false,
          {},
          [
            [
              :descend, "descend", "Down again with a weighted device, released at depth.",
              "most programmes", "Pressure undoes what its loss did.",
              "Needs a device and a weight.", 3
            ],
            [
              :vent, "vent", "A hollow needle behind the pectoral fin, by somebody trained.",
              "some boat crews", "Fast, no device.", "A wrong place kills.", 1
            ],
            [
              :rest_in_net, "rest in a net bag", "Massage and rest in a net bag.",
              "some shore anglers", "Needs nothing.", "Warm surface water and birds.", 1
            ],
            [
              :leave, "leave it", "Leave it to itself.", "a few", "It may manage.",
              "It floats, and is eaten.", 0, false
            ]
          ]
        ],
        revive: [
          "K", "Revive", :still_or_forward,
          Text.of("protocol.questions.still_or_forward_to_and"),
          true,
          { fast_open_water: :head_first },
          [
            [
              :still_or_forward, "still or forward",
              "Upright, facing the flow, held still or moved forward only.", "most programmes",
              "Water goes the right way.", "Takes a minute.", 2
            ],
            [
              :head_first, "head first", "Head first, from low down, with momentum.",
              "open-water crews", "Fish that breathe by swimming start at once.",
              "A tired fish sinks.", 2
            ],
            [
              :not_when_fresh, "not when fresh", "A fresh fish goes off at once.", "guides",
              "The shortest handling is best.", "A tired fish looks fresh for a moment.", 1
            ],
            [
              :to_and_fro, "to and fro", "Moved to and fro.", "older books",
              "It looks like breathing.", "Water the wrong way over the gills.", 0, false
            ]
          ]
        ],
        order: [
          "L", "Order on the mat", :measure_tag_first,
          Text.of("protocol.questions.measure_tag_weight_photo_every"),
          false,
          {},
          [
            [
              :measure_tag_first, "measure and tag first", "Measure, tag, then the rest.",
              "tagging programmes", "If time runs out, the record is whole.",
              "The photo is often lost.", 2
            ],
            [
              :weigh_first, "weigh first", "Weigh, then photo.", "trophy anglers",
              "Weight settles the fish and is sure.", "The tag comes last.", 1
            ],
            [
              :photo_first, "photo first", "Photo first.", "many anglers",
              "The fish looks best at once.", "Costs the seconds that the tag needs.", 1
            ]
          ]
        ],
        wound: [
          "M", "Wound care", :none, "None; it costs air, and nobody has shown a gain.", false,
          {},
          [
            [
              :none, "none", "Nothing on the wound.", "most scientists",
              "Slime heals better than we do.", "An open tag wound stays open.", 2
            ],
            [
              :antiseptic, "antiseptic",
              Text.of("protocol.questions.dry_the_spot_and_dab"),
              "carp anglers", "Fewer fungus patches.", "A minute out of water.", 1
            ]
          ]
        ],
        hooks: [
          "N", "Hooks", :flattened_circle,
          Text.of("protocol.questions.flattened_barbs_inline_circle_with"),
          false,
          {},
          [
            [
              :flattened_circle, "flattened, circle with bait",
              "Barbless or flattened, inline circle hooks with natural bait.", "tagging programmes",
              "Sits in the jaw corner, comes out by itself.", "Some fish are lost.", 2
            ],
            [
              :barbed, "barbed", "Barbed hooks.", "many anglers", "Fewer lost fish.",
              "Longer unhooking, larger wounds.", 0
            ],
            [
              :j_quick, "J with quick strike", "J hooks with a strike within a couple of seconds.",
              "float anglers", "Works with every bait.", "One late strike and it is swallowed.", 1
            ]
          ]
        ],
        keep: [
          "O", "Keep fish?", :as_law_allows,
          "As the law allows, recaptured fish too; Voucher counts and does not judge.", false,
          {},
          [
            [
              :as_law_allows, "as the law allows",
              "Some, within limits, from waters that can bear it.", "most anglers",
              "Food, and the law has thought about it.", "Tagged fish are worth more in the water.",
              1
            ],
            [
              :release_only, "release only", "All are released.", "some programmes",
              "Every tag stays at liberty.", "A fish that will die is wasted.", 2
            ]
          ]
        ],
        small_fish: [
          "P", "Small fish untagged?", :from_minimum,
          "From a minimum length by species; smaller fish are logged.", false,
          {},
          [
            [
              :from_minimum, "from a minimum", "Tag from the minimum length of the species.",
              "tagging programmes", "A large tag slows a small fish.", "Young fish stay unknown.", 2
            ],
            [
              :tag_everything, "tag everything", "Tag whatever is caught.", "some programmes",
              "Young fish tell most about growth.", "More tags shed, more fish hurt.", 1
            ]
          ]
        ],
        tag_place: [
          "Q", "Where is the tag put in?", :in_water_when_short,
          Text.of("protocol.questions.in_the_water_when_a"),
          true,
          {},
          [
            [
              :on_board, "on the board",
              "In one short lift, on the wet board; a fish whose lift is too short goes untagged.",
              "boat taggers", "A still fish is tagged straight.",
              "Fragile, warm and large fish are never tagged.", 2
            ],
            [
              :in_water_when_short, "in the water when short",
              Text.of("protocol.questions.on_the_board_in_the"),
              "this cooperative", "Every fit fish can carry a tag.",
              "In moving water the needle is harder to set.", 1
            ],
            [
              :always_in_water, "always in the water",
              "In net or cradle, gills under, without a lift.", "shallow-water taggers",
              "No air at all for the tag.", "Wet streamers and moving fish: more tags sit badly.", 3
            ]
          ]
        ]
      }.freeze

      COLUMNS = %i[key name says held_by reason against strictness allowed].freeze

      ALL = TABLE.map do |key, (letter, text, default, default_why, by_guild, guild_defaults, rows)|
        schools = rows.map do |row|
          School.new(allowed: true, **COLUMNS.zip(row).to_h.compact).freeze
        end
        Question.new(
          key:, letter:, text:, default:, default_why:, by_guild:, guild_defaults:,
          schools: schools.freeze
        ).freeze
      end.freeze

      BY_KEY = ALL.to_h { |question| [question.key, question] }.freeze

      def self.fetch(key)
        BY_KEY.fetch(key.to_sym) do
          raise InvalidInput.at(
            "choices",
            :unknown_question,
            "There is no question #{key.inspect} in the house rules."
          )
        end
      end
    end
  end
end
