# frozen_string_literal: true

module Api
  module Routes
    # What coordinators keep: house rules, tags and custody, members, species and law.
    class Office < Base
      get("/api/house-rules") { json(house_rules) }

      put("/api/house-rules") do
        Acts::ChooseSchools.call(
          context(coordinator!), **sent.slice(:base_version, :choices, :figures, :guild_notes, :why)
        )
        json(house_rules)
      end

      post("/api/house-rules/preview") do
        coordinator!
        json(
          changes:
            Acts::ChooseSchools.preview(store:, **sent.slice(:choices, :figures, :guild_notes))
        )
      end

      put("/api/house-rules/own") do
        Acts::ChooseSchools.stricter(store:, member: member!, choices: sent[:choices])
        json(house_rules(store.members.find(member!.id)))
      end

      get("/api/office/today") { json(items: Acts::OfficeToday.call(context(coordinator!))) }

      get("/api/guide") { json(guilds: Acts::ReadGuide.call(context(member))) }

      get("/api/tags") { json(custody) }

      post("/api/tags/batches") do
        Acts::PrintBatch.call(context(coordinator!), sent:)
        json(custody)
      end

      post("/api/tags/batches/import") do
        json(
          Acts::ImportBatches.call(
            store:,
            member: coordinator!,
            text: sent[:csv],
            dry_run: sent[:dry_run]
          )
        )
      end

      get("/api/tags/batches/:id/labels.pdf") do
        coordinator!
        send_pdf(
          Acts::PrintPapers.labels(
            store:,
            batch_id: number(:id),
            fonts_dir: config.fonts_dir
          ),
          "labels.pdf"
        )
      end

      post("/api/tags/issue") do
        json(
          numbers:
            Acts::IssueTags.call(
              context, by: coordinator!, **sent.slice(:batch_id, :member_id, :count)
            )
        )
      end

      post("/api/tags/move") do
        Acts::IssueTags.move(
          context(member!), **sent.slice(:numbers, :act, :member_id, :note)
        )
        json(custody)
      end

      get("/api/members") do
        coordinator!
        json(members)
      end

      post("/api/members") do
        Acts::KeepMember.add(store:, by: coordinator!, sent:)
        json(members)
      end

      put("/api/members/:id") do
        Acts::KeepMember.change(store:, by: coordinator!, id: parameters[:id], sent:)
        json(members)
      end

      put("/api/members/:id/address") do
        Acts::KeepMember.address(store:, by: coordinator!, id: parameters[:id], email: sent[:email])
        json(members)
      end

      post("/api/members/:id/letter") do
        Acts::KeepMember.welcome_again(store:, by: coordinator!, id: parameters[:id])
        json(members)
      end

      # Own kit; a coordinator reads anybody's.
      get("/api/members/:id/kit") do
        json(Acts::KeepKit.read(store:, reader: member!, member_id: parameters[:id]))
      end

      post("/api/members/:id/kit") do
        Acts::KeepKit.move(store:, by: coordinator!, member_id: parameters[:id], sent:)
        json(Acts::KeepKit.read(store:, reader: member!, member_id: parameters[:id]))
      end

      post("/api/lists/:kind") do
        json(
          Acts::ImportList.call(
            context(coordinator!), kind: parameters[:kind], dry_run: parameters[:dry_run] == "yes",
            rows: list_rows.read(sent)
          )
        )
      end

      get("/api/lists/:kind") do
        content_type "text/csv", charset: "utf-8"
        attachment "#{parameters[:kind]}.csv"
        Acts::ReadList.call(
          context(coordinator!), kind: parameters[:kind], columns: list_rows.columns
        )
      end

      get("/api/catalogue") do
        coordinator!
        json(catalogue)
      end

      post("/api/species") do
        Acts::ChangeSpecies.enter(store:, by: coordinator!, sent:)
        json(catalogue)
      end

      put("/api/species/:code") do
        json(Acts::ChangeSpecies.call(store:, by: coordinator!, code: parameters[:code], sent:))
      end

      get("/api/species/:code/history") do
        coordinator!
        json(changes: store.changes.of("species", parameters[:code]))
      end

      post("/api/laws") do
        Acts::EnterLaw.call(context, by: coordinator!, sent:)
        json(catalogue)
      end

      post("/api/laws/:number/withdrawal") do
        Acts::EnterLaw.withdraw(
          store:,
          by: coordinator!,
          id: number,
          because: sent[:because],
          now: Time.now
        )
        json(catalogue)
      end

      # The drawn coast, for every map; it hardly ever changes. Named places are members' spots.
      get("/api/coast") do
        reader = member && !member.reader?
        cache_control(reader ? :private : :public, :must_revalidate, max_age: reader ? 0 : 300)
        headers "vary" => "cookie"
        etag "coast-#{coast.version}-#{reader ? 'members' : 'public'}"
        features = reader ? coast.features : coast.public_features
        json(type: "FeatureCollection", features:)
      end

      get("/api/waters") { coordinator! && json(waters) }

      put("/api/programme") do
        Acts::KeepWaters.programme(store:, by: coordinator!, sent:)
        json(waters)
      end

      put("/api/waters/:code") do
        Acts::KeepWaters.water(store:, by: coordinator!, code: parameters[:code], sent:)
        json(waters)
      end

      put("/api/waters/:code/gear-law") do
        Acts::KeepWaters.gear(
          store:, by: coordinator!, code: parameters[:code], sent:, today:
        )
        json(waters)
      end

      put("/api/spots/:code") do
        Acts::KeepWaters.spot(store:, by: coordinator!, code: parameters[:code], sent:,
          now: Time.now)
        json(waters)
      end

      put("/api/coast") do
        Acts::KeepWaters.coast(
          store:,
          by: coordinator!,
          geojson: JSON.parse(JSON.generate(sent[:geojson]))
        )
        json(waters)
      end

      helpers do
        def waters = Acts::KeepWaters.read(store:, coast:)
        def house_rules(reader = member!) = Acts::ReadHouseRules.call(context(reader))

        def custody
          Acts::ReadCustody.call(context(member!), number: parameters[:number], today:)
        end

        def list_rows = ListRows.new(env.fetch("voucher.contract"), parameters[:kind])
        def members = { members: Acts::ReadMembers.call(store:, today:) }
        def catalogue = Acts::ReadCatalogue.call(store:, today:)
      end
    end
  end
end
