-- More words by which an owner's complaint is read: a barn that has a skill of ours hears them too.
UPDATE skill SET aims = aims || (SELECT coalesce(array_agg(said), '{}') FROM unnest(ARRAY['hind foot', 'pick* up … foot', 'to shoe', 'be shod', 'hind leg*', 'trimmed', 'trimming']) said WHERE said <> ALL (aims)) WHERE id = 'hind-feet';
UPDATE skill SET aims = aims || (SELECT coalesce(array_agg(said), '{}') FROM unnest(ARRAY['on my feet', 'on my foot', 'steps on me', 'treads on']) said WHERE said <> ALL (aims)) WHERE id = 'space';
UPDATE skill SET aims = aims || (SELECT coalesce(array_agg(said), '{}') FROM unnest(ARRAY['lazy', 'sluggish', 'behind the leg']) said WHERE said <> ALL (aims)) WHERE id = 'forward';
UPDATE skill SET aims = aims || (SELECT coalesce(array_agg(said), '{}') FROM unnest(ARRAY['too fast', 'too quick']) said WHERE said <> ALL (aims)) WHERE id = 'own-pace';
UPDATE skill SET aims = aims || (SELECT coalesce(array_agg(said), '{}') FROM unnest(ARRAY['heavy in the hand', 'strong in the hand', 'pulls hard']) said WHERE said <> ALL (aims)) WHERE id = 'soft-feel';
UPDATE skill SET aims = aims || (SELECT coalesce(array_agg(said), '{}') FROM unnest(ARRAY['drags me', 'drags us', 'pulls away']) said WHERE said <> ALL (aims)) WHERE id = 'lead';
UPDATE skill SET aims = aims || (SELECT coalesce(array_agg(said), '{}') FROM unnest(ARRAY['falls in', 'falls out', 'stiff to the', 'stiff on the']) said WHERE said <> ALL (aims)) WHERE id = 'circles';
UPDATE skill SET aims = aims || (SELECT coalesce(array_agg(said), '{}') FROM unnest(ARRAY['bit shy', 'grinds the bit', 'chews the bit', 'mouthy']) said WHERE said <> ALL (aims)) WHERE id = 'bit';
UPDATE skill SET aims = aims || (SELECT coalesce(array_agg(said), '{}') FROM unnest(ARRAY['jumps out']) said WHERE said <> ALL (aims)) WHERE id = 'settle';
