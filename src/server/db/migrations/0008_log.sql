CREATE TABLE `log_row_versions` (
	`log_id` integer NOT NULL,
	`version` integer NOT NULL,
	`document` text NOT NULL,
	`saved_at` text NOT NULL,
	PRIMARY KEY(`log_id`, `version`),
	FOREIGN KEY (`log_id`) REFERENCES `log_rows`(`id`) ON UPDATE no action ON DELETE no action,
	CONSTRAINT "log_row_versions_version" CHECK("log_row_versions"."version" >= 1),
	CONSTRAINT "log_row_versions_saved" CHECK("log_row_versions"."saved_at" glob '????-??-??T*Z')
);
--> statement-breakpoint
CREATE TABLE `log_rows` (
	`id` integer PRIMARY KEY AUTOINCREMENT NOT NULL,
	`setup_id` text NOT NULL,
	`row_id` text NOT NULL,
	`at` text NOT NULL,
	`what` text NOT NULL,
	`value` real,
	`word` text,
	`who` text NOT NULL,
	`note` text NOT NULL,
	`source` text NOT NULL,
	`version` integer DEFAULT 1 NOT NULL,
	`taken_out` integer DEFAULT false NOT NULL,
	`saved_at` text NOT NULL,
	FOREIGN KEY (`setup_id`) REFERENCES `setups`(`id`) ON UPDATE no action ON DELETE no action,
	CONSTRAINT "log_rows_at" CHECK("log_rows"."at" glob '????-??-??T??:??'),
	CONSTRAINT "log_rows_version" CHECK("log_rows"."version" >= 1),
	CONSTRAINT "log_rows_saved" CHECK("log_rows"."saved_at" glob '????-??-??T*Z')
);
--> statement-breakpoint
CREATE UNIQUE INDEX `log_rows_by_writer` ON `log_rows` (`setup_id`,`row_id`);--> statement-breakpoint
CREATE INDEX `log_rows_by_time` ON `log_rows` (`setup_id`,`taken_out`,`at`,`id`);--> statement-breakpoint
CREATE INDEX `log_rows_by_what` ON `log_rows` (`setup_id`,`what`,`taken_out`,`at`,`value`);