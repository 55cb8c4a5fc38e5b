-- What somebody answered when they last sent a job; neither passcodes nor names of files.
create table last_answers (
    person_id uuid not null references person on delete cascade,
    job_id uuid not null references one_touch_job on delete cascade,
    answers text not null,
    at timestamptz not null,
    primary key (person_id, job_id)
);
create index last_answers_job on last_answers (job_id);
