CREATE TABLE `revisions` (
	`id` integer PRIMARY KEY AUTOINCREMENT NOT NULL,
	`setup_id` text NOT NULL,
	`parent_id` integer,
	`kind` text NOT NULL,
	`change_id` text NOT NULL,
	`label` text NOT NULL,
	`document` text NOT NULL,
	`saved_at` text NOT NULL,
	`settled_at` text,
	FOREIGN KEY (`setup_id`) REFERENCES `setups`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`parent_id`) REFERENCES `revisions`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `revisions_by_parent` ON `revisions` (`setup_id`,`parent_id`,`kind`);--> statement-breakpoint
CREATE UNIQUE INDEX `revisions_by_change` ON `revisions` (`setup_id`,`change_id`);--> statement-breakpoint
CREATE TABLE `setups` (
	`id` text PRIMARY KEY NOT NULL,
	`name` text NOT NULL,
	`head_revision_id` integer,
	`version` integer DEFAULT 0 NOT NULL,
	`created_at` text NOT NULL,
	`updated_at` text NOT NULL,
	`put_away_at` text,
	FOREIGN KEY (`head_revision_id`) REFERENCES `revisions`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `setups_by_shelf` ON `setups` (`put_away_at`,`created_at`);