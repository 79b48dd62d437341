-- Standard names of skills and branches in plain barn English. A name that the barn has changed itself stays.
UPDATE skill SET words = plain.words FROM (VALUES
    ('loose-tack', 'Moves loose with the tack in three gaits', 'Moves out saddled: walk, trot, canter'),
    ('stirrups', 'Stirrups and noise', 'Flapping stirrups and noise'),
    ('drag', 'Things behind and dragged', 'Dragging objects'),
    ('rope-legs', 'Rope round legs and feet', 'Rope around legs and feet'),
    ('circles', 'Circles that keep their size', 'Even circles'),
    ('lead-setup', 'Each lead from a set-up', 'Picks up each lead when asked'),
    ('lead-change', 'Change of lead', 'Lead change'),
    ('own-pace', 'Keeps its own pace on a given rein', 'Keeps a steady pace on a loose rein'),
    ('gates', 'Opens and shuts a gate', 'Opens and closes a gate'),
    ('stop', 'Stop from the body', 'Stops from the seat'),
    ('ride-back', 'Back under saddle', 'Backs up with rider'),
    ('company', 'Worked with other horses near', 'Works around other horses'),
    ('outside', 'Outside, hills and water', 'Trails, hills and water'),
    ('trot-up', 'Trot up in hand', 'Trot in hand'),
    ('groom', 'Brushed all over', 'Grooming'),
    ('spray', 'Spray', 'Fly spray'),
    ('hose', 'Hose', 'Hosing'),
    ('feet-farrier', 'Trimmed and shod quietly', 'Stands for the farrier'),
    ('wash-place', 'Stands at the wash place', 'Stands in the wash rack'),
    ('trailer-approach', 'Up to the trailer', 'Walks up to the trailer'),
    ('trailer-foot', 'One foot in, and out', 'One foot in the trailer, and out'),
    ('trailer-close', 'Closed in, bar and ramp', 'Stands while the trailer is closed'),
    ('trailer-travel', 'A drive', 'Travels in the trailer'),
    ('sit', 'Sat on, rubbed with the legs, got off', 'First sit: on, rubbed with legs, off'),
    ('send-out', 'Sent out and walks on', 'Goes out on the circle at the walk'),
    ('voice-trot', 'Trot on the voice', 'Trots on a voice cue'),
    ('voice-canter', 'Canter on the voice', 'Canters on a voice cue'),
    ('change-direction', 'Change direction facing in', 'Turns toward you to change direction'),
    ('draw-in', 'Draw in and stand', 'Comes in and stands'),
    ('line', 'Lunge on the line with contact', 'Lunges on the line'),
    ('give-head', 'Give the head softly to the side', 'Bends neck to the side (standing)'),
    ('change-eyes', 'Let the handler pass from one eye to the other', 'Changes eyes: handler crosses to the other side')
  ) AS plain (id, was, words)
  WHERE skill.id = plain.id AND skill.words = plain.was AND NOT EXISTS (SELECT 1 FROM skill taken WHERE taken.words = plain.words);
UPDATE branch SET words = plain.words FROM (VALUES
    ('yields', 'Yields', 'Yielding'),
    ('send', 'Send and draw', 'Round pen and lunging'),
    ('accepting', 'Accepting', 'Tack and desensitizing'),
    ('education', 'Education', 'Flatwork')
  ) AS plain (id, was, words)
  WHERE branch.id = plain.id AND branch.words = plain.was;
