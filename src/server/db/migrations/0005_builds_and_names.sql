CREATE TABLE `build_entries` (
	`id` integer PRIMARY KEY AUTOINCREMENT NOT NULL,
	`build_id` text NOT NULL,
	`entry_id` text NOT NULL,
	`step` text NOT NULL,
	`document` text NOT NULL,
	`saved_at` text NOT NULL,
	FOREIGN KEY (`build_id`) REFERENCES `builds`(`id`) ON UPDATE no action ON DELETE no action,
	CONSTRAINT "build_entries_saved" CHECK("build_entries"."saved_at" glob '????-??-??T*Z')
);
--> statement-breakpoint
CREATE UNIQUE INDEX `build_entries_by_entry` ON `build_entries` (`build_id`,`entry_id`);--> statement-breakpoint
CREATE TABLE `builds` (
	`id` text PRIMARY KEY NOT NULL,
	`setup_id` text NOT NULL,
	`revision_id` integer NOT NULL,
	`begun_at` text NOT NULL,
	FOREIGN KEY (`setup_id`) REFERENCES `setups`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`revision_id`) REFERENCES `revisions`(`id`) ON UPDATE no action ON DELETE no action,
	CONSTRAINT "builds_begun" CHECK("builds"."begun_at" glob '????-??-??T*Z')
);
--> statement-breakpoint
CREATE INDEX `builds_by_setup` ON `builds` (`setup_id`,`begun_at`);--> statement-breakpoint
CREATE TABLE `version_names` (
	`id` integer PRIMARY KEY AUTOINCREMENT NOT NULL,
	`setup_id` text NOT NULL,
	`revision_id` integer NOT NULL,
	`name` text NOT NULL,
	`named_at` text NOT NULL,
	`dropped_at` text,
	FOREIGN KEY (`setup_id`) REFERENCES `setups`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`revision_id`) REFERENCES `revisions`(`id`) ON UPDATE no action ON DELETE no action,
	CONSTRAINT "version_names_named" CHECK("version_names"."named_at" glob '????-??-??T*Z')
);
--> statement-breakpoint
CREATE INDEX `version_names_by_setup` ON `version_names` (`setup_id`,`id`);