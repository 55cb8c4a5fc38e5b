-- What preflight finds and somebody knows of, for a while.
create table accepted_finding (
    id uuid primary key,
    code text not null,
    subject_kind text not null,
    subject_id uuid not null,
    reason text not null,
    accepted_by text not null,
    at timestamptz not null,
    until date not null,
    unique (code, subject_kind, subject_id)
);
