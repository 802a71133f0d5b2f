# frozen_string_literal: true

module Store
  # Pictures that members show to everybody.
  class PublicPictures
    COLUMNS = Core::Records::PublicPicture.members

    def initialize(db) = @db = db

    # Core::Records::PublicPicture or nil
    def of_photo(photo_id) = picture(rows.where(photo_id:).first)

    # The same of an address, while it may be seen.
    def shown(slug, today:) = picture(in_force(today).where(slug:).first)

    # Those of a fish, the newest first: [slug]
    def of_story(story_key, today:)
      in_force(today)
        .where(photo_id: @db[:photos].join(:encounter_records, id: :encounter_id)
          .join(:fish, id: Sequel[:encounter_records][:fish_id]).where(story_key:)
          .select(Sequel[:photos][:id]))
        .order(Sequel.desc(:shown_at)).select_map(:slug)
    end

    # A new address each time, so that no cache holds what was uncovered.
    #   columns: key:, people:, until_on:, member_id:
    def show(photo_id, cover:, **columns)
      @db[:public_pictures].where(photo_id:).delete
      @db[:public_pictures].insert(photo_id:, cover: Sequel.pg_jsonb_wrap(cover), **columns)
    end

    def withdraw(photo_id) = @db[:public_pictures].where(photo_id:).delete

    private

    def rows = @db[:public_pictures].select(*COLUMNS)
    def in_force(today) = rows.where { (until_on =~ nil) | (until_on >= today) }

    def picture(row)
      row && Core::Records::PublicPicture.new(**row, cover: row[:cover].map(&:to_a))
    end
  end
end
