-- What a change of the set-up was, so that it can be undone: which kind of item, what was changed together, and the secrets
-- before, sealed as they were and forgotten after a day.
alter table change_record
    add column together uuid,
    add column item_kind text,
    add column secrets text not null default '',
    add column sealed text not null default '{}',
    add column undone boolean not null default false;
create index change_record_subject on change_record (subject_id, id);
create index change_record_together on change_record (together) where together is not null;
create index change_record_sealed on change_record (at) where sealed <> '{}';
