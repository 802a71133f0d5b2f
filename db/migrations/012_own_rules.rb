# frozen_string_literal: true

# A record is judged by the rules on the phone's card, and keeps what came of it; the tag has a tap and a place of its own;
# the crew sees the tagger's own situation; a picture keeps the focal length that its camera wrote.
Sequel.migration do
  acts = "act in ('fish_on', 'in_net', 'lifted', 'tag_in', 'back_in_water', 'let_go', 'kept')"
  up do
    run <<~SQL
      -- A member's stricter choices, each time they changed: a record names the version it was made under.
      create table own_rules (
        id bigint generated always as identity primary key,
        member_id uuid not null references members, version integer not null check (version > 0),
        choices jsonb not null, made_at timestamptz not null default now(),
        unique (member_id, version)
      );
      create trigger own_rules_append_only before update or delete on own_rules for each row execute function append_only();
      create trigger own_rules_never_emptied before truncate on own_rules for each statement execute function append_only();
      insert into own_rules (member_id, version, choices, made_at)
        select id, 1, stricter, '2000-01-01' from members where stricter <> '{}';
      alter table encounters
        add own_rules_version integer not null default 0 check (own_rules_version >= 0),
        add tag_where text check (tag_where in ('board', 'water')),
        add tagging_seconds double precision check (tagging_seconds >= 0),
        -- What it was allowed and what the handling came to, under the versions that the record names.
        add review jsonb;
      -- The median of a member's own taggings.
      create index on encounters (member_id, species_code) where tagging_seconds is not null;
      alter table stages drop constraint stages_act_check, add constraint stages_act_check check (#{acts});
      alter table live_taps drop constraint live_taps_act_check, add constraint live_taps_act_check check (#{acts});
      alter table live_fish add seen jsonb not null default '{}';
      alter table photos add focal_35mm double precision check (focal_35mm > 0);
    SQL
    # These have hazards of their own; what somebody has written since stays.
    run "set local voucher.unnoted = 'on'"
    run "update species set hazards = '{fine teeth}' where code in ('cod', 'pollack', 'haddock') and hazards = '{}'"
    # Nobody saw such a fish in the water, so nobody knows how long it was out.
    run <<~SQL
      update encounters set air_seconds = null
        where air_seconds = 0 and source = 'deck' and not exists (
          select from stages where encounter_id = encounters.id and revision = encounters.revision and act in ('fish_on', 'in_net', 'lifted'))
    SQL
  end
  down do
    run "alter table photos drop focal_35mm"
    run "alter table live_fish drop seen"
    run "alter table encounters drop own_rules_version, drop tag_where, drop tagging_seconds, drop review"
    run "drop table own_rules"
  end
end
