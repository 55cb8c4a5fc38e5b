-- What somebody keeps as a job of their own: a job of the office, answered. It outlives the job, which may come back.
create table own_job (
    id uuid primary key,
    person_id uuid not null references person on delete cascade,
    job_id uuid not null,
    name text not null,
    answers text not null,
    kept_at timestamptz not null,
    unique (person_id, name)
);
