-- Changes of the set-up that are to be made at a time; kept with the reason when they could not be.
create table planned_change (
    id uuid primary key,
    due_at timestamptz not null,
    who text not null,
    what text not null,
    changes text not null,
    planned_at timestamptz not null,
    problem text
);
