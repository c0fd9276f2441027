CREATE TABLE `own_occupant_versions` (
	`own_occupant_id` text NOT NULL,
	`version` integer NOT NULL,
	`document` text NOT NULL,
	`saved_at` text NOT NULL,
	PRIMARY KEY(`own_occupant_id`, `version`),
	FOREIGN KEY (`own_occupant_id`) REFERENCES `own_occupants`(`id`) ON UPDATE no action ON DELETE no action,
	CONSTRAINT "own_occupant_versions_version" CHECK("own_occupant_versions"."version" >= 1),
	CONSTRAINT "own_occupant_versions_saved" CHECK("own_occupant_versions"."saved_at" glob '????-??-??T*Z')
);
--> statement-breakpoint
CREATE TABLE `own_occupants` (
	`id` text PRIMARY KEY NOT NULL,
	`name` text NOT NULL,
	`version` integer NOT NULL,
	`created_at` text NOT NULL,
	`updated_at` text NOT NULL,
	`put_away_at` text,
	CONSTRAINT "own_occupants_version" CHECK("own_occupants"."version" >= 1),
	CONSTRAINT "own_occupants_made" CHECK("own_occupants"."created_at" glob '????-??-??T*Z')
);
--> statement-breakpoint
CREATE INDEX `own_occupants_by_name` ON `own_occupants` (`put_away_at`,`name`);