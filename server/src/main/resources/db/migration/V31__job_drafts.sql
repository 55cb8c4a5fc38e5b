-- Jobs that are being composed: what is in the form, before it is saved to the set-up. By the id of the job; a new one gets the draft's.
create table job_draft (
    id uuid primary key,
    form text not null,
    base text not null,
    is_new boolean not null,
    who text not null,
    at timestamptz not null
);
