CREATE TABLE `house_settings` (
	`name` text PRIMARY KEY NOT NULL,
	`document` text NOT NULL,
	`saved_at` text NOT NULL,
	CONSTRAINT "house_settings_saved" CHECK("house_settings"."saved_at" glob '????-??-??T*Z')
);
--> statement-breakpoint
CREATE TABLE `keeping_entries` (
	`id` integer PRIMARY KEY AUTOINCREMENT NOT NULL,
	`setup_id` text NOT NULL,
	`entry_id` text NOT NULL,
	`document` text NOT NULL,
	`saved_at` text NOT NULL,
	FOREIGN KEY (`setup_id`) REFERENCES `setups`(`id`) ON UPDATE no action ON DELETE no action,
	CONSTRAINT "keeping_entries_saved" CHECK("keeping_entries"."saved_at" glob '????-??-??T*Z')
);
--> statement-breakpoint
CREATE UNIQUE INDEX `keeping_entries_by_entry` ON `keeping_entries` (`setup_id`,`entry_id`);