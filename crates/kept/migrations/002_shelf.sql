CREATE TABLE paper (
    id INTEGER PRIMARY KEY AUTOINCREMENT,
    revision INTEGER NOT NULL,
    paper TEXT NOT NULL CHECK (json_valid(paper)),
    deleted_at TEXT
) STRICT;

-- A sample shelf to start from; all of it is made up.
INSERT INTO paper (revision, paper) VALUES
    (1, '{"name":"Speckled stoneware pad","kind":"pad","width":"12 in","height":"12 in","count":24,"weight":"180 g/m²","printed":"one","pattern":"up","price":"0.65"}'),
    (1, '{"name":"Small celadon pad","kind":"pad","width":"6 in","height":"6 in","count":36,"weight":"160 g/m²","printed":"both","pattern":"all_over","price":"0.25"}'),
    (1, '{"name":"Iron-spot card","kind":"sheets","width":"12 in","height":"12 in","count":10,"weight":"80 lb cover","printed":"both","pattern":"all_over","grain":"upright","price":"0.90"}'),
    (1, '{"name":"Plain office card","kind":"sheets","width":"210 mm","height":"297 mm","count":50,"weight":"220 g/m²","printed":"both","pattern":"all_over","price":"0.12"}'),
    (1, '{"name":"Throwing-rings wrap","kind":"roll","width":"30 in","height":"120 in","count":1,"weight":"80 g/m²","printed":"one","pattern":"up","price":"4.50"}');
