# frozen_string_literal: true

module Core
  module Privacy
    # Where something personal may stand: docs/PRIVACY.md is written from this table, the reader's
    # role of the database is kept from what it marks, and a test fills every column of it, forgets,
    # and searches everything.
    module PersonalData
      # whose: "member" | "finder" | "other", who is neither;  forgetting: what being forgotten does
      # reads: whether the reader's role of the database may read it
      Place = Struct.new(:table, :columns, :whose, :why, :seen_by, :kept, :forgetting, :reads,
        keyword_init: true)

      GOES = "goes"
      STAYS = "stays"
      FOR_EVER = "for ever"
      # Sealed: a row of theirs is never changed, also not for this.
      LEDGERS = "stays in the sealed ledger, shown to nobody"

      ROWS = [
        ["members",
          %w[name public_name permit_number trained stricter calendar_digest stop_key fee],
          "member",
          "who may tag, and how they are called", "coordinators; the public name as chosen",
          "while a member", GOES, false],
        ["accounts", %w[email], "member", "to sign in and to write to", "coordinators",
          "while a member", GOES, false],
        ["account_password_hashes, account_otp_keys, account_recovery_codes",
          %w[password_hash key code], "member", "to sign in", "nobody", "while a member", GOES,
          false],
        ["account_active_session_keys, security_traces", %w[address agent], "member",
          "to see who signed in from where", "the member, coordinators", "a year", GOES, false],
        ["limit_counts", %w[key], "other", "how often an address asked", "nobody", "a day", STAYS,
          false],
        ["security_events", %w[kind detail], "member", "what happened to an account",
          "coordinators", FOR_EVER, LEDGERS, false],
        ["applications", %w[name email phone message family guardian_name guardian_email], "other",
          "who wants to join, and who consents for a junior", "coordinators",
          "a year after the answer", "goes, of who became a member", false],
        ["notice_receipts", %w[member_id], "member", "who has read a safety notice", "coordinators",
          "while a member", GOES, false],
        ["meet_members", %w[crew], "member", "who comes to a meet, in which boat",
          "members", FOR_EVER, GOES, false],
        ["orders", %w[note], "member", "what somebody ordered", "the member, coordinators",
          FOR_EVER, "the note goes", false],
        ["trips", %w[crew_key plan ticks], "member", "where somebody goes fishing, and with whom",
          "the member, coordinators, the crew for that day", FOR_EVER,
          "the crew's key goes; the trip stays, of a former member", false],
        ["track_fixes", %w[lat_deg lon_deg], "member", "to place pictures", "the member", FOR_EVER,
          GOES, true],
        ["live_taps", %w[device], "member", "two phones at one fish", "the crew", "7 days", GOES,
          false],
        ["lockers", %w[gear], "member", "what is in the boat", "the member", "while a member", GOES,
          false],
        ["practice_results, practice_signatures, practice_seeds", %w[skill scene note seed],
          "member", "how far somebody has come", "the member, coordinators", "while a member", GOES,
          false],
        ["archives", %w[file_key], "member", "the own log as one file, to take along", "the member",
          "7 days", GOES, false],
        ["photos", %w[name camera lat_deg lon_deg], "member", "which fish a picture shows",
          "the member, coordinators", FOR_EVER,
          "the file's name and the camera go; the picture stays with its fish", false],
        ["encounter_records", %w[note lat_deg lon_deg bleeding handling], "member",
          "the fish, where and how", "the member, coordinators; others by docs/SECURITY.md",
          FOR_EVER, "stays, of a former member", true],
        ["held_encounters", %w[body], "member", "a record that could not be stored",
          "the member, coordinators", FOR_EVER, "goes, once it is settled", false],
        ["letters", %w[recipient subject body], "member", "letters to the member",
          "coordinators", "2 years after they went", "goes, also those to earlier addresses",
          false],
        ["letters", %w[body], "finder", "letters to a finder", "coordinators",
          "2 years after they went", GOES, false],
        ["exports", %w[receiver file_name], "member", "who was given exact places",
          "the member, coordinators", FOR_EVER,
          "a receiver named after the member is renamed; files of own fish go", false],
        ["imports, import_rows", %w[file_name cells said], "other",
          "rows of old tables as they came", "coordinators",
          "30 days after the table came in; 90 days where it never did",
          "cells with the member's name or address go", false],
        ["reports", %w[finder_name finder_contact finder_phone], "finder",
          "to thank and to ask", "coordinators", "until the finder asks", GOES, false],
        ["reports", %w[report_key fingerprint place_words], "finder",
          "so that the finder can change the report", "the finder, coordinators", FOR_EVER,
          "stays: it names nobody", false],
        ["calls", %w[phone words called_by], "finder", "whom to ring", "coordinators",
          "until the finder asks", GOES, false],
        ["fish", %w[story_key], "other", "the address of a story, which is its key",
          "whoever was sent it", FOR_EVER, "stays: it names nobody", false],
        ["que_jobs", %w[args], "member", "work that waits", "nobody", "until it is done", GOES,
          false],
        ["reading_keys", %w[name digest], "other", "programs that read", "coordinators", FOR_EVER,
          "stays: a program is nobody", false],
        ["public_pictures", %w[slug key cover people], "member", "pictures that the member shows",
          "everybody, until it is withdrawn", "until the member withdraws it", GOES, false],
        ["partners", %w[name address send_key], "other", "programmes that take reports",
          "coordinators; the key nobody", FOR_EVER, "stays: a programme is nobody", false],
        ["handed_over", %w[answer], "finder", "what another programme answered", "the finder",
          FOR_EVER, "stays: it names nobody", false],
        ["changes, row_changes, corrections, decisions, encounter_versions, own_rules, tag_custody",
          %w[before after changed reason said choices note], "member", "who changed what, and why",
          "coordinators", FOR_EVER, LEDGERS, true],
        ["var/photos", %w[files], "member", "pictures, and files that were given away",
          "the member, coordinators", FOR_EVER, "files of own fish go with their exports", nil],
        ["var/log", %w[lines], "member", "to find faults", "operators",
          "as the operator sets it", "holds no name, address or key (attacks/logs)", nil],
        ["backups", %w[everything], "member", "to restore", "operators",
          "as the operator sets it", "stays until the backup is thrown away", nil]
      ].map do |row|
        Place.new(**Place.members.zip(row).to_h).freeze
      end.freeze

      module_function

      def of(whose) = ROWS.select { |place| place.whose == whose }

      # { table => columns } that the reader's role of the database may not read.
      def closed_to_readers
        ROWS.select { |place| place.reads == false }
          .flat_map { |place| place.table.split(", ").map { |table| [table, place.columns] } }
          .group_by(&:first).transform_values { |pairs| pairs.flat_map(&:last).uniq }
      end

      # docs/PRIVACY.md, all of it.
      def document
        head = ["where", "what", "whose", "why", "who sees it", "how long", "being forgotten"]
        rows = ROWS.map do |place|
          [place.table, place.columns.join(", "), place.whose, place.why, place.seen_by, place.kept,
            place.forgetting]
        end
        [INTRODUCTION, "", line(head), line(head.map { "---" }), *rows.map { |row| line(row) }, ""]
          .join("\n")
      end

      def line(cells) = "| #{cells.join(' | ')} |"
      private_class_method :line

      INTRODUCTION = <<~TEXT.chomp
        # Personal data

        Written from core/privacy/personal_data.rb; bin/lib/write_privacy.rb writes it anew. Places of
        fish, and what others learn of them, are in SECURITY.md.
      TEXT
    end
  end
end
