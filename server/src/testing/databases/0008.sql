BEGIN TRANSACTION;
CREATE TABLE "__drizzle_migrations" (
			id SERIAL PRIMARY KEY,
			hash text NOT NULL,
			created_at numeric
		);
INSERT INTO "__drizzle_migrations" VALUES(NULL,'2ad9f4d19632847015cd320c1c5fb80ccceee3f21f93958c23f2fde7f3f8cbdb',1795493020241);
INSERT INTO "__drizzle_migrations" VALUES(NULL,'c4d93a542b2128bd0e806b39e36b01499eb3c5d057736bad7adf2aee17b35eea',1795577941359);
INSERT INTO "__drizzle_migrations" VALUES(NULL,'3d01c9c142311943f7eca8c39ee359219b079dcc5fa110e514bf6be2ea6f7394',1795577943315);
INSERT INTO "__drizzle_migrations" VALUES(NULL,'bb29e8af00165d9ca7354128347b223a4ddcb192fca5dc808fd82ffc997c33a1',1795592876448);
INSERT INTO "__drizzle_migrations" VALUES(NULL,'d463f773bc95c8ea5b4325867f45c166c62a9af5b8f15ec6cc57fbec9372dc37',1795656281498);
INSERT INTO "__drizzle_migrations" VALUES(NULL,'1380f939562e3f6cde3908d05c0ba276134f8d16f8819415dd906470cacc8688',1795664650206);
INSERT INTO "__drizzle_migrations" VALUES(NULL,'c9176fa3299713b84817001b52cc05e3450d2502aa3643a409c770cb66b68f13',1795664654465);
INSERT INTO "__drizzle_migrations" VALUES(NULL,'085e3a4e90011ac31f69f7db9acdbc2338b1d7f226317ff88f3c42da0ac07b40',1795677841862);
INSERT INTO "__drizzle_migrations" VALUES(NULL,'8e050551e12e5bdd209b81213799df1de29384b2134f5aa59175e52a7767f63d',1795680392106);
CREATE TABLE `artefacts` (
	`id` text PRIMARY KEY NOT NULL,
	`job_id` text NOT NULL,
	`sha256` text NOT NULL,
	`name` text NOT NULL,
	`size` integer NOT NULL,
	`document` text NOT NULL,
	`created_at` text NOT NULL,
	FOREIGN KEY (`job_id`) REFERENCES `jobs`(`id`) ON UPDATE no action ON DELETE no action
);
INSERT INTO "artefacts" VALUES('1bd71835-c30d-4e0b-8a25-c1ac2aea06a6','a4a87de5-a02e-45cb-b5d5-e3a5fd86e8d6','e36f3aa9717be328719ccbeff4a4c78d7fe38d3af3b9e116590effdc0784d6b4','Slack-Water_v1_heron_bt1886_combined_17.cube',133101,'{"kind":"velvet-dusk/export-result","schemaVersion":1,"proof":{"samples":38134,"interpolation":"tetrahedral","mean":0.3456395451608464,"p99":1.287723731617514,"max":1.94625299001184,"groups":[{"id":"gamut","samples":16667,"tetrahedral":{"mean":0.33379424226111104,"p99":1.074105122607676,"max":1.94625299001184},"trilinear":{"mean":0.35244809790525544,"p99":1.2461644400541938,"max":2.4474217724467313}},{"id":"neutral","samples":16667,"tetrahedral":{"mean":0.3456395451608464,"p99":1.287723731617514,"max":1.8565777396523124},"trilinear":{"mean":0.4271344653095494,"p99":2.0855031292141217,"max":2.583567380503522}},{"id":"plates","samples":800,"tetrahedral":{"mean":0.2922609434775067,"p99":1.057502667482148,"max":1.4660496777595238},"trilinear":{"mean":0.3011144654393299,"p99":1.1425618913603115,"max":2.3235285262648766}},{"id":"beyond","samples":4000,"tetrahedral":{"mean":0.2992790824806573,"p99":1.0326939354501807,"max":1.5938879857903887},"trilinear":{"mean":0.29822589183078935,"p99":1.0199283289130874,"max":1.9237354098213386}}],"worst":{"input":[0.7086510062217712,0.7391822338104248,0.4348865747451782],"exact":[0.9929079413414001,0.9886507987976074,0.5528473258018494],"baked":[0.9876776933670044,0.986253023147583,0.6028346419334412],"deltaE":1.94625299001184,"stops":[3.7960068661143995,4.162889557173801,0.45470334778854826]},"rereadError":5.066394805908203e-7,"advice":{"grid":33,"mean":0.1001406212381089,"p99":0.4059116663526118}}}','2026-11-26T10:02:46.424Z');
CREATE TABLE `clips` (
	`id` text PRIMARY KEY NOT NULL,
	`project_id` text NOT NULL,
	`name` text NOT NULL,
	`sha` text NOT NULL,
	`facts` text NOT NULL,
	FOREIGN KEY (`project_id`) REFERENCES `projects`(`id`) ON UPDATE no action ON DELETE no action
);
CREATE TABLE `jobs` (
	`id` text PRIMARY KEY NOT NULL,
	`kind` text NOT NULL,
	`project_id` text NOT NULL,
	`parent_id` text,
	`payload` text NOT NULL,
	`state` text NOT NULL,
	`stage` text DEFAULT '' NOT NULL,
	`progress` real DEFAULT 0 NOT NULL,
	`error` text,
	`attempts` integer DEFAULT 0 NOT NULL,
	`created_at` text NOT NULL,
	`started_at` text,
	`ended_at` text,
	FOREIGN KEY (`project_id`) REFERENCES `projects`(`id`) ON UPDATE no action ON DELETE no action
);
INSERT INTO "jobs" VALUES('a4a87de5-a02e-45cb-b5d5-e3a5fd86e8d6','export','p',NULL,'{"kind":"velvet-dusk/export-order","schemaVersion":2,"lookId":"look","lookVersion":1,"look":{"kind":"velvet-dusk/look","schemaVersion":3,"name":"Slack Water","notes":"Cold dusk on the estuary: shadows lean teal below the water line, skin stays warm and near its line, lamps keep a little amber. Blacks nearly neutral and clean.","strength":0.8,"colourOnly":false,"steps":[{"id":"exposure","type":"exposure","on":true,"strength":1,"params":{"stops":-0.1}},{"id":"contrast","type":"contrast","on":true,"strength":1,"params":{"contrast":1.08,"pivot":0.18}},{"id":"zones","type":"zones","on":true,"strength":1,"params":{"blacks":{"centre":-5.5,"density":0.25,"warm":-0.12,"green":0.04},"shadows":{"centre":-2.75,"density":0.28,"warm":-0.7,"green":0.22},"midtones":{"centre":0,"density":-0.02,"warm":-0.12,"green":0},"highlights":{"centre":2.25,"density":-0.12,"warm":0.14,"green":-0.02},"whites":{"centre":4.5,"density":0.15,"warm":0.08,"green":0}}},{"id":"saturation","type":"saturation","on":true,"strength":1,"params":{"amount":0.84}}],"rendering":{"preset":"standard","gamutFit":"soft"},"texture":{"diffusion":{"amount":12,"radius":1.5,"on":false},"bloom":{"amount":15,"threshold":2,"radius":2,"on":false},"vignette":{"corner":-0.5,"from":35,"on":false},"halation":{"amount":12,"threshold":3,"radius":0.6,"warmth":80,"on":false},"sharpening":{"amount":30,"radius":0.12,"on":false},"grain":{"gauge":"35mm","rms":8,"shadows":0.8,"midtones":1,"highlights":0.5,"colour":30,"seed":1,"on":false}}},"profile":{"kind":"velvet-dusk/profile","schemaVersion":2,"id":"heron","name":"Heron log","camera":"Heron","curve":{"family":"logWithLinearToe","base":2,"logSideSlope":0.0836,"logSideOffset":0.5975,"linSideSlope":1,"linSideOffset":0.013,"linSideBreak":0.004},"primaries":{"red":[0.716,0.298],"green":[0.182,0.854],"blue":[0.124,0.031]},"white":[0.3127,0.329],"bitDepth":10,"range":"full","overshoot":"kept","sensitivities":[{"base":800,"from":200,"to":1600,"photonsAtGrey":3600,"readNoise":3.5},{"base":3200,"from":2000,"to":6400,"photonsAtGrey":1300,"readNoise":2.2}],"sensor":{"clipStops":6.5,"floorStops":-7},"checkTable":[{"at":0,"by":"reflectance","value":79.48,"unit":"10-bit"},{"at":2,"by":"reflectance","value":190.35,"unit":"10-bit"},{"at":18,"by":"reflectance","value":408.27,"unit":"10-bit"},{"at":90,"by":"reflectance","value":600.01,"unit":"10-bit"}],"notes":"Main camera of the night crew. Two base sensitivities; a clip cannot cross between them.","citation":"Invented for the demo"},"role":"combined","display":{"output":"bt1886","range":"full"},"grid":17,"fileName":"Slack-Water_v1_heron_bt1886_combined_17.cube"}','done','Done',1.0,NULL,1,'2026-11-26T10:02:44.856Z','2026-11-26T10:02:44.863Z','2026-11-26T10:02:46.423Z');
INSERT INTO "jobs" VALUES('57190f45-a636-4502-ac8a-f8083b16a3e3','export','p',NULL,'{"kind":"velvet-dusk/export-order","schemaVersion":2,"lookId":"look","lookVersion":1,"look":{"kind":"velvet-dusk/look","schemaVersion":3,"name":"Slack Water","notes":"Cold dusk on the estuary: shadows lean teal below the water line, skin stays warm and near its line, lamps keep a little amber. Blacks nearly neutral and clean.","strength":0.8,"colourOnly":false,"steps":[{"id":"exposure","type":"exposure","on":true,"strength":1,"params":{"stops":-0.1}},{"id":"contrast","type":"contrast","on":true,"strength":1,"params":{"contrast":1.08,"pivot":0.18}},{"id":"zones","type":"zones","on":true,"strength":1,"params":{"blacks":{"centre":-5.5,"density":0.25,"warm":-0.12,"green":0.04},"shadows":{"centre":-2.75,"density":0.28,"warm":-0.7,"green":0.22},"midtones":{"centre":0,"density":-0.02,"warm":-0.12,"green":0},"highlights":{"centre":2.25,"density":-0.12,"warm":0.14,"green":-0.02},"whites":{"centre":4.5,"density":0.15,"warm":0.08,"green":0}}},{"id":"saturation","type":"saturation","on":true,"strength":1,"params":{"amount":0.84}}],"rendering":{"preset":"standard","gamutFit":"soft"},"texture":{"diffusion":{"amount":12,"radius":1.5,"on":false},"bloom":{"amount":15,"threshold":2,"radius":2,"on":false},"vignette":{"corner":-0.5,"from":35,"on":false},"halation":{"amount":12,"threshold":3,"radius":0.6,"warmth":80,"on":false},"sharpening":{"amount":30,"radius":0.12,"on":false},"grain":{"gauge":"35mm","rms":8,"shadows":0.8,"midtones":1,"highlights":0.5,"colour":30,"seed":1,"on":false}}},"profile":{"kind":"velvet-dusk/profile","schemaVersion":2,"id":"heron","name":"Heron log","camera":"Heron","curve":{"family":"logWithLinearToe","base":2,"logSideSlope":0.0836,"logSideOffset":0.5975,"linSideSlope":1,"linSideOffset":0.013,"linSideBreak":0.004},"primaries":{"red":[0.716,0.298],"green":[0.182,0.854],"blue":[0.124,0.031]},"white":[0.3127,0.329],"bitDepth":10,"range":"full","overshoot":"kept","sensitivities":[{"base":800,"from":200,"to":1600,"photonsAtGrey":3600,"readNoise":3.5},{"base":3200,"from":2000,"to":6400,"photonsAtGrey":1300,"readNoise":2.2}],"sensor":{"clipStops":6.5,"floorStops":-7},"checkTable":[{"at":0,"by":"reflectance","value":79.48,"unit":"10-bit"},{"at":2,"by":"reflectance","value":190.35,"unit":"10-bit"},{"at":18,"by":"reflectance","value":408.27,"unit":"10-bit"},{"at":90,"by":"reflectance","value":600.01,"unit":"10-bit"}],"notes":"Main camera of the night crew. Two base sensitivities; a clip cannot cross between them.","citation":"Invented for the demo"},"role":"combined","display":{"output":"bt1886","range":"full"},"grid":65,"fileName":"Slack-Water_v1_heron_bt1886_combined_65.cube"}','running','Done',0.4,NULL,1,'2026-11-26T10:02:46.447Z','2026-11-26T10:02:46.450Z',NULL);
CREATE TABLE `look_versions` (
	`id` text PRIMARY KEY NOT NULL,
	`look_id` text NOT NULL,
	`number` integer NOT NULL,
	`document` text NOT NULL,
	`hash` text,
	`note` text DEFAULT '' NOT NULL,
	`created_at` text NOT NULL,
	FOREIGN KEY (`look_id`) REFERENCES `looks`(`id`) ON UPDATE no action ON DELETE no action
);
INSERT INTO "look_versions" VALUES('f43484fc-6581-46a0-ba55-f313a2e027f9','look',1,'{"kind":"velvet-dusk/look","schemaVersion":3,"name":"Slack Water","notes":"Cold dusk on the estuary: shadows lean teal below the water line, skin stays warm and near its line, lamps keep a little amber. Blacks nearly neutral and clean.","strength":0.8,"colourOnly":false,"steps":[{"id":"exposure","type":"exposure","on":true,"strength":1,"params":{"stops":-0.1}},{"id":"contrast","type":"contrast","on":true,"strength":1,"params":{"contrast":1.08,"pivot":0.18}},{"id":"zones","type":"zones","on":true,"strength":1,"params":{"blacks":{"centre":-5.5,"density":0.25,"warm":-0.12,"green":0.04},"shadows":{"centre":-2.75,"density":0.28,"warm":-0.7,"green":0.22},"midtones":{"centre":0,"density":-0.02,"warm":-0.12,"green":0},"highlights":{"centre":2.25,"density":-0.12,"warm":0.14,"green":-0.02},"whites":{"centre":4.5,"density":0.15,"warm":0.08,"green":0}}},{"id":"saturation","type":"saturation","on":true,"strength":1,"params":{"amount":0.84}}],"rendering":{"preset":"standard","gamutFit":"soft"},"texture":{"diffusion":{"amount":12,"radius":1.5,"on":false},"bloom":{"amount":15,"threshold":2,"radius":2,"on":false},"vignette":{"corner":-0.5,"from":35,"on":false},"halation":{"amount":12,"threshold":3,"radius":0.6,"warmth":80,"on":false},"sharpening":{"amount":30,"radius":0.12,"on":false},"grain":{"gauge":"35mm","rms":8,"shadows":0.8,"midtones":1,"highlights":0.5,"colour":30,"seed":1,"on":false}}}','5f564ee788d57b120dc68d7d77b2ed7cc04ad2687e1c3b920d817cecc03d2902','','2026-11-26T10:02:44.855Z');
CREATE TABLE `looks` (
	`id` text PRIMARY KEY NOT NULL,
	`project_id` text NOT NULL,
	`document` text NOT NULL,
	`version` integer DEFAULT 1 NOT NULL,
	`updated_at` text NOT NULL,
	FOREIGN KEY (`project_id`) REFERENCES `projects`(`id`) ON UPDATE no action ON DELETE no action
);
INSERT INTO "looks" VALUES('look','p','{"kind":"velvet-dusk/look","schemaVersion":3,"name":"Slack Water","notes":"Cold dusk on the estuary: shadows lean teal below the water line, skin stays warm and near its line, lamps keep a little amber. Blacks nearly neutral and clean.","strength":0.8,"colourOnly":false,"steps":[{"id":"exposure","type":"exposure","on":true,"strength":1,"params":{"stops":-0.1}},{"id":"contrast","type":"contrast","on":true,"strength":1,"params":{"contrast":1.08,"pivot":0.18}},{"id":"zones","type":"zones","on":true,"strength":1,"params":{"blacks":{"centre":-5.5,"density":0.25,"warm":-0.12,"green":0.04},"shadows":{"centre":-2.75,"density":0.28,"warm":-0.7,"green":0.22},"midtones":{"centre":0,"density":-0.02,"warm":-0.12,"green":0},"highlights":{"centre":2.25,"density":-0.12,"warm":0.14,"green":-0.02},"whites":{"centre":4.5,"density":0.15,"warm":0.08,"green":0}}},{"id":"saturation","type":"saturation","on":true,"strength":1,"params":{"amount":0.84}}],"rendering":{"preset":"standard","gamutFit":"soft"},"texture":{"diffusion":{"amount":12,"radius":1.5,"on":false},"bloom":{"amount":15,"threshold":2,"radius":2,"on":false},"vignette":{"corner":-0.5,"from":35,"on":false},"halation":{"amount":12,"threshold":3,"radius":0.6,"warmth":80,"on":false},"sharpening":{"amount":30,"radius":0.12,"on":false},"grain":{"gauge":"35mm","rms":8,"shadows":0.8,"midtones":1,"highlights":0.5,"colour":30,"seed":1,"on":false}}}',2,'2026-11-26T10:02:44.790Z');
CREATE TABLE `luts` (
	`sha256` text PRIMARY KEY NOT NULL,
	`name` text NOT NULL,
	`created_at` text NOT NULL
);
CREATE TABLE `plates` (
	`id` text PRIMARY KEY NOT NULL,
	`project_id` text NOT NULL,
	`position` integer NOT NULL,
	`name` text NOT NULL,
	`profile_id` text NOT NULL,
	`frame_sha` text NOT NULL,
	`thumb_sha` text NOT NULL,
	`width` integer NOT NULL,
	`height` integer NOT NULL,
	`depth` integer NOT NULL,
	`note` text DEFAULT '' NOT NULL,
	`shot` text NOT NULL,
	`version` integer DEFAULT 1 NOT NULL, `kind` text DEFAULT 'plate' NOT NULL, `source_sha` text DEFAULT '' NOT NULL, `source_name` text DEFAULT '' NOT NULL, `format` text DEFAULT 'png' NOT NULL, `marks` text DEFAULT '[]' NOT NULL, `facts` text, `deleted_at` text, `texture` text DEFAULT '{}' NOT NULL,
	FOREIGN KEY (`project_id`) REFERENCES `projects`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`profile_id`) REFERENCES `profiles`(`id`) ON UPDATE no action ON DELETE no action
);
INSERT INTO "plates" VALUES('plate','p',1,'Tiny','heron','a6dd3335eea2d1efc85179f54f1db2574cd5c9c405f2487f8b1e38ab35d7376c','f439aa6c70847200da31a8ed10ea328a78ecc577945a48a12724a5ffefcb98dc',40,20,16,'','{"exposure":0.5,"mired":0,"duv":0,"black":0}',2,'plate','b588910712cc4a0fff8fb41b5321f096f8bb283414cc4fd912f3401ac693414f','tiny.png','png','[{"id":"m","kind":"skin","area":{"x0":0.1,"y0":0.2,"x1":0.3,"y1":0.4}}]','{"storedDepth":16,"usedDepth":16,"low":0.00010681315325200558,"high":0.9980315566062927,"clipped":0,"crushed":0,"floor":0.0004884004884004884,"ceiling":0.9965811965811966,"range":"full","noise10":213.35366600261432,"histogram":[0.005,0.0033333333333333335,0.0033333333333333335,0.0037500000000000003,0.0033333333333333335,0.005833333333333334,0.004166666666666667,0.0025,0.004166666666666667,0.002916666666666667,0.004166666666666667,0.003333333333333333,0.005833333333333334,0.006666666666666667,0.002916666666666667,0.002916666666666667,0.004583333333333333,0.0033333333333333335,0.002916666666666667,0.004583333333333333,0.005416666666666667,0.005416666666666667,0.005833333333333334,0.004166666666666667,0.002916666666666667,0.00125,0.0033333333333333335,0.002916666666666667,0.0033333333333333335,0.0037500000000000003,0.004583333333333333,0.006666666666666667,0.005,0.005416666666666667,0.004166666666666667,0.005,0.002916666666666667,0.0033333333333333335,0.004166666666666667,0.002916666666666667,0.005416666666666667,0.0033333333333333335,0.0020833333333333333,0.004166666666666667,0.0020833333333333333,0.0020833333333333333,0.00625,0.004166666666666667,0.007916666666666667,0.004583333333333333,0.0020833333333333333,0.0037500000000000003,0.005,0.005,0.002916666666666667,0.0037500000000000003,0.004166666666666667,0.0033333333333333335,0.002916666666666667,0.0037500000000000003,0.004583333333333333,0.0020833333333333333,0.002916666666666667,0.0033333333333333335,0.0037500000000000003,0.0016666666666666668,0.002916666666666667,0.0037500000000000003,0.004166666666666667,0.005,0.004166666666666667,0.0037500000000000003,0.004166666666666667,0.005,0.005,0.0037500000000000003,0.0020833333333333333,0.004583333333333333,0.003333333333333333,0.004166666666666667,0.00375,0.005833333333333334,0.005,0.0020833333333333333,0.004166666666666667,0.004583333333333333,0.005416666666666667,0.005,0.002916666666666667,0.0033333333333333335,0.005833333333333334,0.004583333333333333,0.005,0.0025,0.0033333333333333335,0.0037500000000000003,0.006666666666666667,0.002916666666666667,0.0008333333333333334,0.005,0.006666666666666667,0.005,0.004583333333333333,0.0037500000000000003,0.005833333333333334,0.004583333333333333,0.004583333333333333,0.004166666666666667,0.005416666666666667,0.004583333333333333,0.0033333333333333335,0.002916666666666667,0.0033333333333333335,0.004166666666666667,0.004583333333333333,0.0033333333333333335,0.005416666666666667,0.0037500000000000003,0.004166666666666667,0.0033333333333333335,0.005416666666666667,0.005,0.004166666666666667,0.002916666666666667,0.0025,0.004583333333333333,0.0037500000000000003,0.0033333333333333335,0.005833333333333334,0.0037500000000000003,0.004166666666666667,0.0020833333333333333,0.004166666666666667,0.0033333333333333335,0.005,0.0020833333333333333,0.006666666666666667,0.004583333333333333,0.0033333333333333335,0.005416666666666667,0.002916666666666667,0.004583333333333333,0.007083333333333334,0.0020833333333333333,0.0033333333333333335,0.002916666666666667,0.0033333333333333335,0.004166666666666667,0.002916666666666667,0.0033333333333333335,0.0025,0.005,0.006666666666666667,0.00375,0.0025,0.0037500000000000003,0.004166666666666667,0.0025,0.004166666666666667,0.004166666666666667,0.0033333333333333335,0.004583333333333333,0.002916666666666667,0.004583333333333333,0.0008333333333333334,0.0025,0.002916666666666667,0.0016666666666666668,0.002916666666666667,0.004166666666666667,0.0025,0.004583333333333333,0.00125,0.0033333333333333335,0.0033333333333333335,0.0037500000000000003,0.005416666666666667,0.0033333333333333335,0.004583333333333333,0.005416666666666667,0.0025,0.004166666666666667,0.0037500000000000003,0.005416666666666667,0.0016666666666666668,0.004166666666666667,0.0037500000000000003,0.004583333333333333,0.002916666666666667,0.004583333333333333,0.002916666666666667,0.002916666666666667,0.004583333333333333,0.004583333333333333,0.0025,0.005833333333333334,0.0037500000000000003,0.00625,0.004166666666666667,0.004583333333333333,0.0037500000000000003,0.004166666666666667,0.005416666666666667,0.0033333333333333335,0.002916666666666667,0.005,0.0033333333333333335,0.002916666666666667,0.0025,0.0020833333333333333,0.004583333333333333,0.0033333333333333335,0.0033333333333333335,0.005,0.002916666666666667,0.0025,0.0020833333333333333,0.005416666666666667,0.005833333333333334,0.0016666666666666668,0.002916666666666667,0.004166666666666667,0.0033333333333333335,0.0016666666666666668,0.004166666666666667,0.005833333333333334,0.0037500000000000003,0.002916666666666667,0.0025,0.0033333333333333335,0.0033333333333333335,0.002916666666666667,0.004583333333333333,0.0025,0.002916666666666667,0.0037500000000000003,0.004166666666666667,0.005416666666666667,0.005,0.0033333333333333335,0.004166666666666667,0.005833333333333334,0.0033333333333333335,0.005,0.004166666666666667,0.005,0.005833333333333334,0.0033333333333333335,0.0033333333333333335,0.0016666666666666668,0.005,0.0037500000000000003,0.00625,0.0033333333333333335,0.0037500000000000003,0.00125]}',NULL,'{}');
CREATE TABLE `profiles` (
	`id` text PRIMARY KEY NOT NULL,
	`document` text NOT NULL
, `version` integer DEFAULT 1 NOT NULL);
INSERT INTO "profiles" VALUES('heron','{"kind":"velvet-dusk/profile","schemaVersion":2,"id":"heron","name":"Heron log","camera":"Heron","curve":{"family":"logWithLinearToe","base":2,"logSideSlope":0.0836,"logSideOffset":0.5975,"linSideSlope":1,"linSideOffset":0.013,"linSideBreak":0.004},"primaries":{"red":[0.716,0.298],"green":[0.182,0.854],"blue":[0.124,0.031]},"white":[0.3127,0.329],"bitDepth":10,"range":"full","overshoot":"kept","sensitivities":[{"base":800,"from":200,"to":1600,"photonsAtGrey":3600,"readNoise":3.5},{"base":3200,"from":2000,"to":6400,"photonsAtGrey":1300,"readNoise":2.2}],"sensor":{"clipStops":6.5,"floorStops":-7},"checkTable":[{"at":0,"by":"reflectance","value":79.48,"unit":"10-bit"},{"at":2,"by":"reflectance","value":190.35,"unit":"10-bit"},{"at":18,"by":"reflectance","value":408.27,"unit":"10-bit"},{"at":90,"by":"reflectance","value":600.01,"unit":"10-bit"}],"notes":"Main camera of the night crew. Two base sensitivities; a clip cannot cross between them.","citation":"Invented for the demo"}',1);
CREATE TABLE `projects` (
	`id` text PRIMARY KEY NOT NULL,
	`name` text NOT NULL
, `schools` text DEFAULT '{}' NOT NULL, `viewing` text DEFAULT '{}' NOT NULL);
INSERT INTO "projects" VALUES('p','Test','{}','{}');
CREATE INDEX `plates_by_project` ON `plates` (`project_id`,`position`);
CREATE INDEX `artefacts_by_job` ON `artefacts` (`job_id`);
CREATE INDEX `jobs_by_project` ON `jobs` (`project_id`,`created_at`);
CREATE INDEX `jobs_by_state` ON `jobs` (`state`,`created_at`);
CREATE INDEX `jobs_by_parent` ON `jobs` (`parent_id`);
CREATE UNIQUE INDEX `look_versions_by_look` ON `look_versions` (`look_id`,`number`);
CREATE TRIGGER `look_versions_stay` BEFORE UPDATE ON `look_versions` BEGIN SELECT RAISE(ABORT, 'a version is never changed'); END;
COMMIT;
