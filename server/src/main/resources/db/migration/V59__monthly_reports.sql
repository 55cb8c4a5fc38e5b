-- The report of a month, sent to somebody by mail.
create table report_mail (
    id uuid primary key,
    month date not null,
    email text not null,
    created_at timestamptz not null,
    sent_at timestamptz,
    tries integer not null default 0,
    trouble text not null default '',
    unique (month, email)
);
