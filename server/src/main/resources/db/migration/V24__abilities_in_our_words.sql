-- What devices can do, in words of no protocol; each says it anew within a minute, which one that is away does not.
update device set abilities = ((abilities::jsonb - 'colourModes' - 'sides') || jsonb_build_object(
    'colour', coalesce(abilities::jsonb ->> 'colourModes', '') like '%"color"%',
    'bothSides', coalesce(abilities::jsonb ->> 'sides', '') like '%"two-sided%'))::text;
