BEGIN TRANSACTION;
CREATE TABLE "__drizzle_migrations" (
			id SERIAL PRIMARY KEY,
			hash text NOT NULL,
			created_at numeric
		);
INSERT INTO "__drizzle_migrations" VALUES(NULL,'2ad9f4d19632847015cd320c1c5fb80ccceee3f21f93958c23f2fde7f3f8cbdb',1795493020241);
INSERT INTO "__drizzle_migrations" VALUES(NULL,'c4d93a542b2128bd0e806b39e36b01499eb3c5d057736bad7adf2aee17b35eea',1795577941359);
INSERT INTO "__drizzle_migrations" VALUES(NULL,'3d01c9c142311943f7eca8c39ee359219b079dcc5fa110e514bf6be2ea6f7394',1795577943315);
CREATE TABLE `clips` (
	`id` text PRIMARY KEY NOT NULL,
	`project_id` text NOT NULL,
	`name` text NOT NULL,
	`sha` text NOT NULL,
	`facts` text NOT NULL,
	FOREIGN KEY (`project_id`) REFERENCES `projects`(`id`) ON UPDATE no action ON DELETE no action
);
CREATE TABLE `exports` (
	`id` text PRIMARY KEY NOT NULL,
	`project_id` text NOT NULL,
	`look_id` text NOT NULL,
	`look_version` integer NOT NULL,
	`look` text NOT NULL,
	`profile` text NOT NULL,
	`profile_id` text NOT NULL,
	`role` text NOT NULL,
	`grid` integer NOT NULL,
	`state` text NOT NULL,
	`stage` text DEFAULT '' NOT NULL,
	`progress` real DEFAULT 0 NOT NULL,
	`error` text,
	`file_name` text NOT NULL,
	`file_size` integer,
	`sha256` text,
	`proof` text,
	`created_at` text NOT NULL,
	FOREIGN KEY (`project_id`) REFERENCES `projects`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`look_id`) REFERENCES `looks`(`id`) ON UPDATE no action ON DELETE no action
);
INSERT INTO "exports" VALUES('71c8b0fb-9b54-4c60-ab3f-29a301c3eb23','p','look',2,'{"kind":"velvet-dusk/look","schemaVersion":1,"name":"Slack Water","notes":"Cold dusk on the estuary: shadows lean teal below the water line, skin stays warm and near its line, lamps keep a little amber. Blacks nearly neutral and clean.","strength":0.8,"colourOnly":false,"steps":[{"id":"exposure","type":"exposure","on":true,"strength":1,"params":{"stops":-0.1}},{"id":"contrast","type":"contrast","on":true,"strength":1,"params":{"contrast":1.08,"pivot":0.18}},{"id":"zones","type":"zones","on":true,"strength":1,"params":{"blacks":{"centre":-5.5,"density":-0.25,"warm":-0.12,"green":0.04},"shadows":{"centre":-2.75,"density":-0.28,"warm":-0.7,"green":0.22},"midtones":{"centre":0,"density":0.02,"warm":-0.12,"green":0},"highlights":{"centre":2.25,"density":0.12,"warm":0.14,"green":-0.02},"whites":{"centre":4.5,"density":-0.15,"warm":0.08,"green":0}}},{"id":"saturation","type":"saturation","on":true,"strength":1,"params":{"amount":0.84}}],"rendering":{"preset":"standard","output":"bt1886","range":"full","gamutFit":"soft"}}','{"kind":"velvet-dusk/profile","schemaVersion":2,"id":"heron","name":"Heron log","camera":"Heron","curve":{"family":"logWithLinearToe","base":2,"logSideSlope":0.0836,"logSideOffset":0.5975,"linSideSlope":1,"linSideOffset":0.013,"linSideBreak":0.004},"primaries":{"red":[0.716,0.298],"green":[0.182,0.854],"blue":[0.124,0.031]},"white":[0.3127,0.329],"bitDepth":10,"range":"full","sensitivities":[{"base":800,"from":200,"to":1600,"photonsAtGrey":3600,"readNoise":3.5},{"base":3200,"from":2000,"to":6400,"photonsAtGrey":1300,"readNoise":2.2}],"sensor":{"clipStops":6.5,"floorStops":-7},"checkTable":[{"at":0,"by":"reflectance","value":79.48,"unit":"10-bit"},{"at":2,"by":"reflectance","value":190.35,"unit":"10-bit"},{"at":18,"by":"reflectance","value":408.27,"unit":"10-bit"},{"at":90,"by":"reflectance","value":600.01,"unit":"10-bit"}],"notes":"Main camera of the night crew. Two base sensitivities; a clip cannot cross between them.","citation":"Invented for the demo"}','heron','combined',17,'done','Done',1.0,NULL,'Slack-Water_v2_heron_combined_17.cube',133063,'8177a1a1d7a06e301aeba8162ef4f57804af78c7b4b1d310b74806d4a654efbd','{"samples":50000,"interpolation":"tetrahedral","mean":0.36647716338025654,"p99":1.4110026071977704,"max":2.8517377976728944,"worst":{"input":[0.714347243309021,0.7840241193771362,0.13011227548122406],"exact":[0.9970945715904236,0.9969326853752136,0.43613195419311523],"baked":[0.9905321002006531,0.9927992224693298,0.528550922870636],"deltaE":2.8517377976728944,"stops":[3.864489671203202,4.701080786509202,-4.537703378046793]},"rereadError":5.066394805908203e-7}','2026-11-26T06:54:34.945Z');
INSERT INTO "exports" VALUES('31ad2c42-3ea3-45ea-bc11-df876a993d2f','p','look',2,'{"kind":"velvet-dusk/look","schemaVersion":1,"name":"Slack Water","notes":"Cold dusk on the estuary: shadows lean teal below the water line, skin stays warm and near its line, lamps keep a little amber. Blacks nearly neutral and clean.","strength":0.8,"colourOnly":false,"steps":[{"id":"exposure","type":"exposure","on":true,"strength":1,"params":{"stops":-0.1}},{"id":"contrast","type":"contrast","on":true,"strength":1,"params":{"contrast":1.08,"pivot":0.18}},{"id":"zones","type":"zones","on":true,"strength":1,"params":{"blacks":{"centre":-5.5,"density":-0.25,"warm":-0.12,"green":0.04},"shadows":{"centre":-2.75,"density":-0.28,"warm":-0.7,"green":0.22},"midtones":{"centre":0,"density":0.02,"warm":-0.12,"green":0},"highlights":{"centre":2.25,"density":0.12,"warm":0.14,"green":-0.02},"whites":{"centre":4.5,"density":-0.15,"warm":0.08,"green":0}}},{"id":"saturation","type":"saturation","on":true,"strength":1,"params":{"amount":0.84}}],"rendering":{"preset":"standard","output":"bt1886","range":"full","gamutFit":"soft"}}','{"kind":"velvet-dusk/profile","schemaVersion":2,"id":"heron","name":"Heron log","camera":"Heron","curve":{"family":"logWithLinearToe","base":2,"logSideSlope":0.0836,"logSideOffset":0.5975,"linSideSlope":1,"linSideOffset":0.013,"linSideBreak":0.004},"primaries":{"red":[0.716,0.298],"green":[0.182,0.854],"blue":[0.124,0.031]},"white":[0.3127,0.329],"bitDepth":10,"range":"full","sensitivities":[{"base":800,"from":200,"to":1600,"photonsAtGrey":3600,"readNoise":3.5},{"base":3200,"from":2000,"to":6400,"photonsAtGrey":1300,"readNoise":2.2}],"sensor":{"clipStops":6.5,"floorStops":-7},"checkTable":[{"at":0,"by":"reflectance","value":79.48,"unit":"10-bit"},{"at":2,"by":"reflectance","value":190.35,"unit":"10-bit"},{"at":18,"by":"reflectance","value":408.27,"unit":"10-bit"},{"at":90,"by":"reflectance","value":600.01,"unit":"10-bit"}],"notes":"Main camera of the night crew. Two base sensitivities; a clip cannot cross between them.","citation":"Invented for the demo"}','heron','combined',129,'running','Starting',0.0,NULL,'Slack-Water_v2_heron_combined_129.cube',NULL,NULL,NULL,'2026-11-26T06:54:40.812Z');
CREATE TABLE `looks` (
	`id` text PRIMARY KEY NOT NULL,
	`project_id` text NOT NULL,
	`document` text NOT NULL,
	`version` integer DEFAULT 1 NOT NULL,
	`updated_at` text NOT NULL,
	FOREIGN KEY (`project_id`) REFERENCES `projects`(`id`) ON UPDATE no action ON DELETE no action
);
INSERT INTO "looks" VALUES('look','p','{"kind":"velvet-dusk/look","schemaVersion":1,"name":"Slack Water","notes":"Cold dusk on the estuary: shadows lean teal below the water line, skin stays warm and near its line, lamps keep a little amber. Blacks nearly neutral and clean.","strength":0.8,"colourOnly":false,"steps":[{"id":"exposure","type":"exposure","on":true,"strength":1,"params":{"stops":-0.1}},{"id":"contrast","type":"contrast","on":true,"strength":1,"params":{"contrast":1.08,"pivot":0.18}},{"id":"zones","type":"zones","on":true,"strength":1,"params":{"blacks":{"centre":-5.5,"density":-0.25,"warm":-0.12,"green":0.04},"shadows":{"centre":-2.75,"density":-0.28,"warm":-0.7,"green":0.22},"midtones":{"centre":0,"density":0.02,"warm":-0.12,"green":0},"highlights":{"centre":2.25,"density":0.12,"warm":0.14,"green":-0.02},"whites":{"centre":4.5,"density":-0.15,"warm":0.08,"green":0}}},{"id":"saturation","type":"saturation","on":true,"strength":1,"params":{"amount":0.84}}],"rendering":{"preset":"standard","output":"bt1886","range":"full","gamutFit":"soft"}}',2,'2026-11-26T06:54:34.441Z');
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
	`version` integer DEFAULT 1 NOT NULL, `kind` text DEFAULT 'plate' NOT NULL, `source_sha` text DEFAULT '' NOT NULL, `source_name` text DEFAULT '' NOT NULL, `format` text DEFAULT 'png' NOT NULL, `marks` text DEFAULT '[]' NOT NULL, `facts` text, `deleted_at` text,
	FOREIGN KEY (`project_id`) REFERENCES `projects`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`profile_id`) REFERENCES `profiles`(`id`) ON UPDATE no action ON DELETE no action
);
INSERT INTO "plates" VALUES('plate','p',1,'Tiny','heron','f439aa6c70847200da31a8ed10ea328a78ecc577945a48a12724a5ffefcb98dc','f439aa6c70847200da31a8ed10ea328a78ecc577945a48a12724a5ffefcb98dc',40,20,16,'','{"exposure":0.5,"mired":0,"duv":0,"black":0}',2,'plate','b588910712cc4a0fff8fb41b5321f096f8bb283414cc4fd912f3401ac693414f','tiny.png','png','[{"id":"skin-0","kind":"skin","area":{"x0":0.1,"y0":0.2,"x1":0.3,"y1":0.4}}]','{"storedDepth":16,"usedDepth":16,"low":0.00010681315325200558,"high":0.9980315566062927,"clipped":0,"crushed":0,"floor":0.0004884004884004884,"ceiling":0.9965811965811966,"range":"full","noise10":213.35366600261432,"histogram":[0.005,0.0033333333333333335,0.0033333333333333335,0.0037500000000000003,0.0033333333333333335,0.005833333333333334,0.004166666666666667,0.0025,0.004166666666666667,0.002916666666666667,0.004166666666666667,0.003333333333333333,0.005833333333333334,0.006666666666666667,0.002916666666666667,0.002916666666666667,0.004583333333333333,0.0033333333333333335,0.002916666666666667,0.004583333333333333,0.005416666666666667,0.005416666666666667,0.005833333333333334,0.004166666666666667,0.002916666666666667,0.00125,0.0033333333333333335,0.002916666666666667,0.0033333333333333335,0.0037500000000000003,0.004583333333333333,0.006666666666666667,0.005,0.005416666666666667,0.004166666666666667,0.005,0.002916666666666667,0.0033333333333333335,0.004166666666666667,0.002916666666666667,0.005416666666666667,0.0033333333333333335,0.0020833333333333333,0.004166666666666667,0.0020833333333333333,0.0020833333333333333,0.00625,0.004166666666666667,0.007916666666666667,0.004583333333333333,0.0020833333333333333,0.0037500000000000003,0.005,0.005,0.002916666666666667,0.0037500000000000003,0.004166666666666667,0.0033333333333333335,0.002916666666666667,0.0037500000000000003,0.004583333333333333,0.0020833333333333333,0.002916666666666667,0.0033333333333333335,0.0037500000000000003,0.0016666666666666668,0.002916666666666667,0.0037500000000000003,0.004166666666666667,0.005,0.004166666666666667,0.0037500000000000003,0.004166666666666667,0.005,0.005,0.0037500000000000003,0.0020833333333333333,0.004583333333333333,0.003333333333333333,0.004166666666666667,0.00375,0.005833333333333334,0.005,0.0020833333333333333,0.004166666666666667,0.004583333333333333,0.005416666666666667,0.005,0.002916666666666667,0.0033333333333333335,0.005833333333333334,0.004583333333333333,0.005,0.0025,0.0033333333333333335,0.0037500000000000003,0.006666666666666667,0.002916666666666667,0.0008333333333333334,0.005,0.006666666666666667,0.005,0.004583333333333333,0.0037500000000000003,0.005833333333333334,0.004583333333333333,0.004583333333333333,0.004166666666666667,0.005416666666666667,0.004583333333333333,0.0033333333333333335,0.002916666666666667,0.0033333333333333335,0.004166666666666667,0.004583333333333333,0.0033333333333333335,0.005416666666666667,0.0037500000000000003,0.004166666666666667,0.0033333333333333335,0.005416666666666667,0.005,0.004166666666666667,0.002916666666666667,0.0025,0.004583333333333333,0.0037500000000000003,0.0033333333333333335,0.005833333333333334,0.0037500000000000003,0.004166666666666667,0.0020833333333333333,0.004166666666666667,0.0033333333333333335,0.005,0.0020833333333333333,0.006666666666666667,0.004583333333333333,0.0033333333333333335,0.005416666666666667,0.002916666666666667,0.004583333333333333,0.007083333333333334,0.0020833333333333333,0.0033333333333333335,0.002916666666666667,0.0033333333333333335,0.004166666666666667,0.002916666666666667,0.0033333333333333335,0.0025,0.005,0.006666666666666667,0.00375,0.0025,0.0037500000000000003,0.004166666666666667,0.0025,0.004166666666666667,0.004166666666666667,0.0033333333333333335,0.004583333333333333,0.002916666666666667,0.004583333333333333,0.0008333333333333334,0.0025,0.002916666666666667,0.0016666666666666668,0.002916666666666667,0.004166666666666667,0.0025,0.004583333333333333,0.00125,0.0033333333333333335,0.0033333333333333335,0.0037500000000000003,0.005416666666666667,0.0033333333333333335,0.004583333333333333,0.005416666666666667,0.0025,0.004166666666666667,0.0037500000000000003,0.005416666666666667,0.0016666666666666668,0.004166666666666667,0.0037500000000000003,0.004583333333333333,0.002916666666666667,0.004583333333333333,0.002916666666666667,0.002916666666666667,0.004583333333333333,0.004583333333333333,0.0025,0.005833333333333334,0.0037500000000000003,0.00625,0.004166666666666667,0.004583333333333333,0.0037500000000000003,0.004166666666666667,0.005416666666666667,0.0033333333333333335,0.002916666666666667,0.005,0.0033333333333333335,0.002916666666666667,0.0025,0.0020833333333333333,0.004583333333333333,0.0033333333333333335,0.0033333333333333335,0.005,0.002916666666666667,0.0025,0.0020833333333333333,0.005416666666666667,0.005833333333333334,0.0016666666666666668,0.002916666666666667,0.004166666666666667,0.0033333333333333335,0.0016666666666666668,0.004166666666666667,0.005833333333333334,0.0037500000000000003,0.002916666666666667,0.0025,0.0033333333333333335,0.0033333333333333335,0.002916666666666667,0.004583333333333333,0.0025,0.002916666666666667,0.0037500000000000003,0.004166666666666667,0.005416666666666667,0.005,0.0033333333333333335,0.004166666666666667,0.005833333333333334,0.0033333333333333335,0.005,0.004166666666666667,0.005,0.005833333333333334,0.0033333333333333335,0.0033333333333333335,0.0016666666666666668,0.005,0.0037500000000000003,0.00625,0.0033333333333333335,0.0037500000000000003,0.00125]}',NULL);
CREATE TABLE `profiles` (
	`id` text PRIMARY KEY NOT NULL,
	`document` text NOT NULL
, `version` integer DEFAULT 1 NOT NULL);
INSERT INTO "profiles" VALUES('heron','{"kind":"velvet-dusk/profile","schemaVersion":2,"id":"heron","name":"Heron log","camera":"Heron","curve":{"family":"logWithLinearToe","base":2,"logSideSlope":0.0836,"logSideOffset":0.5975,"linSideSlope":1,"linSideOffset":0.013,"linSideBreak":0.004},"primaries":{"red":[0.716,0.298],"green":[0.182,0.854],"blue":[0.124,0.031]},"white":[0.3127,0.329],"bitDepth":10,"range":"full","sensitivities":[{"base":800,"from":200,"to":1600,"photonsAtGrey":3600,"readNoise":3.5},{"base":3200,"from":2000,"to":6400,"photonsAtGrey":1300,"readNoise":2.2}],"sensor":{"clipStops":6.5,"floorStops":-7},"checkTable":[{"at":0,"by":"reflectance","value":79.48,"unit":"10-bit"},{"at":2,"by":"reflectance","value":190.35,"unit":"10-bit"},{"at":18,"by":"reflectance","value":408.27,"unit":"10-bit"},{"at":90,"by":"reflectance","value":600.01,"unit":"10-bit"}],"notes":"Main camera of the night crew. Two base sensitivities; a clip cannot cross between them.","citation":"Invented for the demo"}',1);
CREATE TABLE `projects` (
	`id` text PRIMARY KEY NOT NULL,
	`name` text NOT NULL
);
INSERT INTO "projects" VALUES('p','Test');
CREATE INDEX `exports_by_project` ON `exports` (`project_id`,`created_at`);
CREATE INDEX `exports_by_state` ON `exports` (`state`);
CREATE INDEX `plates_by_project` ON `plates` (`project_id`,`position`);
COMMIT;
