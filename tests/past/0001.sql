BEGIN TRANSACTION;
CREATE TABLE alembic_version (
	version_num VARCHAR(32) NOT NULL, 
	CONSTRAINT alembic_version_pkc PRIMARY KEY (version_num)
);
INSERT INTO "alembic_version" VALUES('0001');
CREATE TABLE change (
	id INTEGER NOT NULL, 
	revision_id INTEGER NOT NULL, 
	entity VARCHAR(10) NOT NULL, 
	entity_id INTEGER NOT NULL, 
	"before" JSON, 
	"after" JSON, 
	PRIMARY KEY (id), 
	FOREIGN KEY(revision_id) REFERENCES revision (id) ON DELETE CASCADE
);
INSERT INTO "change" VALUES(1,2,'link',2,'{"position": 1, "name": "Pier Office \u2013 Instrument Hall standby", "a_place_id": 1, "b_place_id": 2, "a": {"application": "10GBASE-ER", "cage": "SFP+", "module": {"connector": "LC/UPC"}}, "b": {"application": "10GBASE-ER", "cage": "SFP+", "module": {"connector": "LC/UPC"}}, "path": [{"segment": "cord", "fiber": "OS2", "length_m": 2.0, "ends": ["LC/UPC", "LC/UPC"], "wiring": "A-B"}, {"joint": "adapter", "grade": "standard"}, {"segment": "pigtail", "fiber": "OS2", "length_m": 1.0, "ends": ["LC/UPC", "bare"]}, {"joint": "fusion"}, {"segment": "cable", "label": "S-02", "fiber": "OS2", "length_m": 118.0, "ends": ["bare", "bare"], "wiring": "crossed"}, {"joint": "fusion"}, {"segment": "pigtail", "fiber": "OS2", "length_m": 1.0, "ends": ["bare", "LC/UPC"]}, {"joint": "adapter", "grade": "standard"}, {"segment": "cord", "fiber": "OS2", "length_m": 2.0, "ends": ["LC/UPC", "LC/UPC"], "wiring": "A-B"}], "extra": {}}','{"position": 1, "name": "renamed then", "a_place_id": 1, "b_place_id": 2, "a": {"application": "10GBASE-ER", "cage": "SFP+", "module": {"connector": "LC/UPC"}}, "b": {"application": "10GBASE-ER", "cage": "SFP+", "module": {"connector": "LC/UPC"}}, "path": [{"segment": "cord", "fiber": "OS2", "length_m": 2.0, "ends": ["LC/UPC", "LC/UPC"], "wiring": "A-B"}, {"joint": "adapter", "grade": "standard"}, {"segment": "pigtail", "fiber": "OS2", "length_m": 1.0, "ends": ["LC/UPC", "bare"]}, {"joint": "fusion"}, {"segment": "cable", "label": "S-02", "fiber": "OS2", "length_m": 118.0, "ends": ["bare", "bare"], "wiring": "crossed"}, {"joint": "fusion"}, {"segment": "pigtail", "fiber": "OS2", "length_m": 1.0, "ends": ["bare", "LC/UPC"]}, {"joint": "adapter", "grade": "standard"}, {"segment": "cord", "fiber": "OS2", "length_m": 2.0, "ends": ["LC/UPC", "LC/UPC"], "wiring": "A-B"}], "extra": {}}');
INSERT INTO "change" VALUES(2,3,'link',3,'{"position": 2, "name": "Pier Office \u2013 Wet Lab", "a_place_id": 1, "b_place_id": 3, "a": {"application": "10GBASE-SR", "cage": "SFP+", "module": {"connector": "LC/UPC"}}, "b": {"application": "10GBASE-SR", "cage": "SFP+", "module": {"connector": "LC/UPC"}}, "path": [{"segment": "cord", "fiber": "OM3", "length_m": 2.0, "ends": ["LC/UPC", "LC/UPC"], "wiring": "A-B"}, {"joint": "adapter", "grade": "standard"}, {"segment": "cable", "label": "W-01", "fiber": "OM3", "length_m": 62.0, "ends": ["LC/UPC", "LC/UPC"], "wiring": "crossed"}, {"joint": "adapter", "grade": "standard"}, {"segment": "cord", "fiber": "OM3", "length_m": 3.0, "ends": ["LC/UPC", "LC/UPC"], "wiring": "A-B"}], "extra": {}}','null');
INSERT INTO "change" VALUES(3,4,'link',3,'null','{"position": 2, "name": "Pier Office \u2013 Wet Lab", "a_place_id": 1, "b_place_id": 3, "a": {"application": "10GBASE-SR", "cage": "SFP+", "module": {"connector": "LC/UPC"}}, "b": {"application": "10GBASE-SR", "cage": "SFP+", "module": {"connector": "LC/UPC"}}, "path": [{"segment": "cord", "fiber": "OM3", "length_m": 2.0, "ends": ["LC/UPC", "LC/UPC"], "wiring": "A-B"}, {"joint": "adapter", "grade": "standard"}, {"segment": "cable", "label": "W-01", "fiber": "OM3", "length_m": 62.0, "ends": ["LC/UPC", "LC/UPC"], "wiring": "crossed"}, {"joint": "adapter", "grade": "standard"}, {"segment": "cord", "fiber": "OM3", "length_m": 3.0, "ends": ["LC/UPC", "LC/UPC"], "wiring": "A-B"}], "extra": {}}');
CREATE TABLE link (
	id INTEGER NOT NULL PRIMARY KEY AUTOINCREMENT, 
	plan_id INTEGER NOT NULL, 
	position INTEGER NOT NULL, 
	name VARCHAR(120) NOT NULL, 
	a_place_id INTEGER, 
	b_place_id INTEGER, 
	a JSON NOT NULL, 
	b JSON NOT NULL, 
	path JSON NOT NULL, 
	extra JSON NOT NULL, 
	changed_in INTEGER NOT NULL, 
	FOREIGN KEY(plan_id) REFERENCES "plan" (id) ON DELETE CASCADE, 
	FOREIGN KEY(a_place_id) REFERENCES place (id), 
	FOREIGN KEY(b_place_id) REFERENCES place (id)
);
INSERT INTO "link" VALUES(1,1,0,'Pier Office – Instrument Hall core',1,2,'{"application": "100GBASE-SR4", "cage": "QSFP28", "module": {"connector": "MPO-12/PC"}}','{"application": "100GBASE-SR4", "cage": "QSFP28", "module": {"connector": "MPO-12/PC"}}','[{"segment": "cord", "fiber": "OM4", "length_m": 2.0, "ends": ["MPO-12/UPC/unpinned", "MPO-12/UPC/unpinned"], "wiring": "type-B"}, {"joint": "adapter", "grade": "standard", "keys": "aligned"}, {"segment": "cable", "label": "T-01", "fiber": "OM4", "length_m": 88.0, "ends": ["MPO-12/UPC/pinned", "MPO-12/UPC/pinned"], "wiring": "type-B"}, {"joint": "adapter", "grade": "standard", "keys": "aligned"}, {"segment": "cord", "fiber": "OM4", "length_m": 2.0, "ends": ["MPO-12/UPC/unpinned", "MPO-12/UPC/unpinned"], "wiring": "type-B"}]','{}',1);
INSERT INTO "link" VALUES(2,1,1,'renamed then',1,2,'{"application": "10GBASE-ER", "cage": "SFP+", "module": {"connector": "LC/UPC"}}','{"application": "10GBASE-ER", "cage": "SFP+", "module": {"connector": "LC/UPC"}}','[{"segment": "cord", "fiber": "OS2", "length_m": 2.0, "ends": ["LC/UPC", "LC/UPC"], "wiring": "A-B"}, {"joint": "adapter", "grade": "standard"}, {"segment": "pigtail", "fiber": "OS2", "length_m": 1.0, "ends": ["LC/UPC", "bare"]}, {"joint": "fusion"}, {"segment": "cable", "label": "S-02", "fiber": "OS2", "length_m": 118.0, "ends": ["bare", "bare"], "wiring": "crossed"}, {"joint": "fusion"}, {"segment": "pigtail", "fiber": "OS2", "length_m": 1.0, "ends": ["bare", "LC/UPC"]}, {"joint": "adapter", "grade": "standard"}, {"segment": "cord", "fiber": "OS2", "length_m": 2.0, "ends": ["LC/UPC", "LC/UPC"], "wiring": "A-B"}]','{}',2);
INSERT INTO "link" VALUES(3,1,2,'Pier Office – Wet Lab',1,3,'{"application": "10GBASE-SR", "cage": "SFP+", "module": {"connector": "LC/UPC"}}','{"application": "10GBASE-SR", "cage": "SFP+", "module": {"connector": "LC/UPC"}}','[{"segment": "cord", "fiber": "OM3", "length_m": 2.0, "ends": ["LC/UPC", "LC/UPC"], "wiring": "A-B"}, {"joint": "adapter", "grade": "standard"}, {"segment": "cable", "label": "W-01", "fiber": "OM3", "length_m": 62.0, "ends": ["LC/UPC", "LC/UPC"], "wiring": "crossed"}, {"joint": "adapter", "grade": "standard"}, {"segment": "cord", "fiber": "OM3", "length_m": 3.0, "ends": ["LC/UPC", "LC/UPC"], "wiring": "A-B"}]','{}',4);
INSERT INTO "link" VALUES(4,1,3,'Pier Office – Beacon Hill',1,7,'{"application": "10GBASE-LR", "cage": "SFP+", "module": {"connector": "LC/UPC"}}','{"application": "10GBASE-LR", "cage": "SFP+", "module": {"connector": "LC/UPC"}}','[{"segment": "cord", "fiber": "OS2", "length_m": 2.0, "ends": ["LC/UPC", "LC/UPC"], "wiring": "A-B"}, {"joint": "adapter", "grade": "standard"}, {"segment": "pigtail", "fiber": "OS2", "length_m": 1.0, "ends": ["LC/UPC", "bare"]}, {"joint": "fusion"}, {"segment": "cable", "label": "P-07", "fiber": "OS2", "length_m": 1640.0, "ends": ["bare", "bare"], "wiring": "crossed"}, {"joint": "fusion", "label": "chamber 1"}, {"segment": "cable", "label": "P-08", "fiber": "OS2", "length_m": 1270.0, "ends": ["bare", "bare"], "wiring": "straight"}, {"joint": "fusion"}, {"segment": "pigtail", "fiber": "OS2", "length_m": 1.0, "ends": ["bare", "LC/UPC"]}, {"joint": "adapter", "grade": "standard"}, {"segment": "cord", "fiber": "OS2", "length_m": 3.0, "ends": ["LC/UPC", "LC/UPC"], "wiring": "A-B"}]','{}',1);
INSERT INTO "link" VALUES(5,1,4,'Pier Office – Boat Shed',1,4,'{"application": "10GBASE-SR", "cage": "SFP+", "module": {"connector": "LC/UPC"}}','{"application": "10GBASE-SR", "cage": "SFP+", "module": {"connector": "LC/UPC"}}','[{"segment": "cord", "fiber": "OM1", "length_m": 2.0, "ends": ["LC/UPC", "ST/PC"], "wiring": "A-B"}, {"joint": "adapter", "grade": "standard"}, {"segment": "cable", "label": "B-01", "fiber": "OM1", "length_m": 318.0, "ends": ["ST/PC", "ST/PC"], "wiring": "crossed"}, {"joint": "adapter", "grade": "standard"}, {"segment": "cord", "fiber": "OM1", "length_m": 2.0, "ends": ["ST/PC", "LC/UPC"], "wiring": "A-B"}]','{}',1);
INSERT INTO "link" VALUES(6,1,5,'Instrument Hall – Pump Room',2,9,'{"application": "10GBASE-LR", "cage": "SFP28", "module": {"connector": "LC/UPC"}, "port": {"settable": true, "set_gbps": 25.0}}','{"application": "10GBASE-LR", "cage": "SFP+", "module": {"connector": "LC/UPC", "temperature": "commercial"}, "port": {"own_coding_only": true, "surroundings": "outdoor"}}','[{"segment": "cord", "fiber": "OS2", "length_m": 2.0, "ends": ["LC/UPC", "LC/UPC"], "wiring": "A-B"}, {"joint": "adapter", "grade": "standard"}, {"segment": "cable", "label": "R-02", "fiber": "OS2", "length_m": 190.0, "ends": ["LC/UPC", "LC/UPC"], "wiring": "crossed"}, {"joint": "adapter", "grade": "standard"}, {"segment": "cord", "fiber": "OS2", "length_m": 2.0, "ends": ["LC/UPC", "SC/UPC"], "wiring": "A-B"}]','{}',1);
INSERT INTO "link" VALUES(7,1,6,'Slipway – Fuel Store',11,10,'{"application": "25GBASE-SR", "cage": "SFP28", "module": {"connector": "LC/UPC"}}','{"application": "25GBASE-SR", "cage": "SFP28", "module": {"connector": "LC/UPC"}}','[{"segment": "cord", "fiber": "OM2", "length_m": 2.0, "ends": ["LC/UPC", "LC/UPC"], "wiring": "A-B"}, {"joint": "adapter", "grade": "standard"}, {"segment": "cable", "label": "F-03", "fiber": "OM2", "length_m": 44.0, "ends": ["LC/UPC", "LC/UPC"], "wiring": "crossed"}, {"joint": "adapter", "grade": "standard"}, {"segment": "cord", "fiber": "OM2", "length_m": 2.0, "ends": ["LC/UPC", "LC/UPC"], "wiring": "A-B"}]','{}',1);
INSERT INTO "link" VALUES(8,1,7,'Fuel Store – Pump Room',10,9,'{"application": "1000BASE-LX10", "cage": "SFP", "module": {"connector": "LC/UPC"}, "port": {"settable": false, "set_gbps": 0.1}}','{"application": "1000BASE-LX10", "cage": "SFP+", "module": {"connector": "LC/UPC"}}','[{"segment": "cord", "fiber": "OS2", "length_m": 2.0, "ends": ["LC/UPC", "LC/UPC"], "wiring": "A-B"}, {"joint": "adapter", "grade": "standard"}, {"segment": "cable", "label": "F-04", "fiber": "OS2", "length_m": 210.0, "ends": ["LC/UPC", "LC/UPC"], "wiring": "crossed"}, {"joint": "adapter", "grade": "standard"}, {"segment": "cord", "fiber": "OS2", "length_m": 2.0, "ends": ["LC/UPC", "LC/UPC"], "wiring": "A-B"}]','{}',1);
INSERT INTO "link" VALUES(9,1,8,'Pier Office – Instrument Hall core',1,2,'{"application": "100GBASE-SR4", "cage": "QSFP28", "module": {"connector": "MPO-12/PC"}}','{"application": "100GBASE-SR4", "cage": "QSFP28", "module": {"connector": "MPO-12/PC"}}','[{"segment": "cord", "fiber": "OM4", "length_m": 2.0, "ends": ["MPO-12/UPC/unpinned", "MPO-12/UPC/unpinned"], "wiring": "type-B"}, {"joint": "adapter", "grade": "standard", "keys": "aligned"}, {"segment": "cable", "label": "T-01", "fiber": "OM4", "length_m": 88.0, "ends": ["MPO-12/UPC/pinned", "MPO-12/UPC/pinned"], "wiring": "type-B"}, {"joint": "adapter", "grade": "standard", "keys": "aligned"}, {"segment": "cord", "fiber": "OM4", "length_m": 2.0, "ends": ["MPO-12/UPC/unpinned", "MPO-12/UPC/unpinned"], "wiring": "type-B"}]','{}',1);
CREATE TABLE place (
	id INTEGER NOT NULL PRIMARY KEY AUTOINCREMENT, 
	plan_id INTEGER NOT NULL, 
	position INTEGER NOT NULL, 
	name VARCHAR(120) NOT NULL, 
	kind VARCHAR(40), 
	x_m DOUBLE, 
	y_m DOUBLE, 
	extra JSON NOT NULL, 
	CONSTRAINT place_name_once_a_plan UNIQUE (plan_id, name), 
	FOREIGN KEY(plan_id) REFERENCES "plan" (id) ON DELETE CASCADE
);
INSERT INTO "place" VALUES(1,1,0,'Pier Office','equipment room',0.0,0.0,'{}');
INSERT INTO "place" VALUES(2,1,1,'Instrument Hall','equipment room',70.0,42.0,'{}');
INSERT INTO "place" VALUES(3,1,2,'Wet Lab','building',38.0,-44.0,'{}');
INSERT INTO "place" VALUES(4,1,3,'Boat Shed','building',-160.0,-230.0,'{}');
INSERT INTO "place" VALUES(5,1,4,'Crew House','building',-60.0,74.0,'{}');
INSERT INTO "place" VALUES(6,1,5,'Tide Gauge Hut','hut',560.0,-300.0,'{}');
INSERT INTO "place" VALUES(7,1,6,'Beacon Hill','mast',-1180.0,2240.0,'{}');
INSERT INTO "place" VALUES(8,1,7,'Orrin Head','landing station',15200.0,17400.0,'{}');
INSERT INTO "place" VALUES(9,1,8,'Pump Room','building',120.0,-150.0,'{}');
INSERT INTO "place" VALUES(10,1,9,'Fuel Store','building',-210.0,-150.0,'{}');
INSERT INTO "place" VALUES(11,1,10,'Slipway','building',-190.0,-310.0,'{}');
INSERT INTO "place" VALUES(12,1,11,'Cabinet 1','cabinet',156.0,-48.0,'{}');
INSERT INTO "place" VALUES(13,1,12,'Cabinet 2','cabinet',202.0,-76.0,'{}');
INSERT INTO "place" VALUES(14,1,13,'Cabinet 3','cabinet',248.0,-104.0,'{}');
INSERT INTO "place" VALUES(15,1,14,'Cabinet 4','cabinet',294.0,-132.0,'{}');
INSERT INTO "place" VALUES(16,1,15,'Cabinet 5','cabinet',340.0,-160.0,'{}');
INSERT INTO "place" VALUES(17,1,16,'Cabinet 6','cabinet',386.0,-188.0,'{}');
INSERT INTO "place" VALUES(18,1,17,'Cabinet 7','cabinet',432.0,-216.0,'{}');
INSERT INTO "place" VALUES(19,1,18,'Cabinet 8','cabinet',478.0,-244.0,'{}');
INSERT INTO "place" VALUES(20,1,19,'Cabinet 9','cabinet',524.0,-272.0,'{}');
CREATE TABLE "plan" (
	id INTEGER NOT NULL PRIMARY KEY AUTOINCREMENT, 
	name VARCHAR(120) NOT NULL, 
	house_rules JSON NOT NULL, 
	extra JSON NOT NULL, 
	revision INTEGER NOT NULL, 
	changed_in INTEGER NOT NULL
);
INSERT INTO "plan" VALUES(1,'Skerravoe Tidal Research Station','{"loss_basis": "worst-case", "tight_below_db": 0.5, "safety_margin_db": 0.0, "mode_conditioning": "always", "repair_splices": 0, "ageing_db": 0.0}','{"x-job": "4711"}',4,1);
CREATE TABLE revision (
	id INTEGER NOT NULL, 
	plan_id INTEGER NOT NULL, 
	number INTEGER NOT NULL, 
	at DATETIME NOT NULL, 
	who VARCHAR(120) NOT NULL, 
	what VARCHAR(400) NOT NULL, 
	undo_next INTEGER, 
	redo_next INTEGER, 
	PRIMARY KEY (id), 
	CONSTRAINT revision_number_once_a_plan UNIQUE (plan_id, number), 
	FOREIGN KEY(plan_id) REFERENCES "plan" (id) ON DELETE CASCADE
);
INSERT INTO "revision" VALUES(1,1,1,'2026-11-25 10:14:02.967897','ann','Imported from a plan file',NULL,NULL);
INSERT INTO "revision" VALUES(2,1,2,'2026-11-25 10:14:03.005912','ann','Rename',2,NULL);
INSERT INTO "revision" VALUES(3,1,3,'2026-11-25 10:14:03.019371','bo','Delete link Pier Office – Wet Lab',3,NULL);
INSERT INTO "revision" VALUES(4,1,4,'2026-11-25 10:14:03.023895','bo','Undo: Delete link Pier Office – Wet Lab',2,4);
CREATE INDEX ix_place_plan_id ON place (plan_id);
CREATE INDEX ix_link_plan_id ON link (plan_id);
CREATE INDEX ix_link_a_place_id ON link (a_place_id);
CREATE INDEX ix_link_b_place_id ON link (b_place_id);
CREATE INDEX ix_revision_plan_id ON revision (plan_id);
CREATE INDEX ix_change_revision_id ON change (revision_id);
DELETE FROM "sqlite_sequence";
INSERT INTO "sqlite_sequence" VALUES('plan',1);
INSERT INTO "sqlite_sequence" VALUES('place',20);
INSERT INTO "sqlite_sequence" VALUES('link',9);
COMMIT;
