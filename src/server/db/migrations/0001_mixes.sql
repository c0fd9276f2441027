CREATE TABLE `mix_versions` (
	`mix_id` text NOT NULL,
	`version` integer NOT NULL,
	`document` text NOT NULL,
	`saved_at` text NOT NULL,
	PRIMARY KEY(`mix_id`, `version`),
	FOREIGN KEY (`mix_id`) REFERENCES `mixes`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE TABLE `mixes` (
	`id` text PRIMARY KEY NOT NULL,
	`name` text NOT NULL,
	`version` integer NOT NULL,
	`created_at` text NOT NULL,
	`updated_at` text NOT NULL,
	`put_away_at` text
);
--> statement-breakpoint
CREATE INDEX `mixes_by_name` ON `mixes` (`put_away_at`,`name`);