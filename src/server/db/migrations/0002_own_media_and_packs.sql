CREATE TABLE `own_media` (
	`id` text PRIMARY KEY NOT NULL,
	`name` text NOT NULL,
	`version` integer NOT NULL,
	`created_at` text NOT NULL,
	`updated_at` text NOT NULL,
	`put_away_at` text
);
--> statement-breakpoint
CREATE INDEX `own_media_by_name` ON `own_media` (`put_away_at`,`name`);--> statement-breakpoint
CREATE TABLE `own_medium_versions` (
	`own_medium_id` text NOT NULL,
	`version` integer NOT NULL,
	`document` text NOT NULL,
	`saved_at` text NOT NULL,
	PRIMARY KEY(`own_medium_id`, `version`),
	FOREIGN KEY (`own_medium_id`) REFERENCES `own_media`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE TABLE `packs` (
	`medium_id` text PRIMARY KEY NOT NULL,
	`document` text NOT NULL,
	`saved_at` text NOT NULL
);
