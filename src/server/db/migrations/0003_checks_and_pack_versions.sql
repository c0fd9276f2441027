CREATE TABLE `pack_versions` (
	`medium_id` text NOT NULL,
	`version` integer NOT NULL,
	`document` text,
	`saved_at` text NOT NULL,
	PRIMARY KEY(`medium_id`, `version`),
	CONSTRAINT "pack_versions_version" CHECK("pack_versions"."version" >= 1),
	CONSTRAINT "pack_versions_saved" CHECK("pack_versions"."saved_at" glob '????-??-??T*Z')
);
--> statement-breakpoint
PRAGMA foreign_keys=OFF;--> statement-breakpoint
CREATE TABLE `__new_mix_versions` (
	`mix_id` text NOT NULL,
	`version` integer NOT NULL,
	`document` text NOT NULL,
	`saved_at` text NOT NULL,
	PRIMARY KEY(`mix_id`, `version`),
	FOREIGN KEY (`mix_id`) REFERENCES `mixes`(`id`) ON UPDATE no action ON DELETE no action,
	CONSTRAINT "mix_versions_version" CHECK("__new_mix_versions"."version" >= 1),
	CONSTRAINT "mix_versions_saved" CHECK("__new_mix_versions"."saved_at" glob '????-??-??T*Z')
);
--> statement-breakpoint
INSERT INTO `__new_mix_versions`("mix_id", "version", "document", "saved_at") SELECT "mix_id", "version", "document", "saved_at" FROM `mix_versions`;--> statement-breakpoint
DROP TABLE `mix_versions`;--> statement-breakpoint
ALTER TABLE `__new_mix_versions` RENAME TO `mix_versions`;--> statement-breakpoint
PRAGMA foreign_keys=ON;--> statement-breakpoint
CREATE TABLE `__new_mixes` (
	`id` text PRIMARY KEY NOT NULL,
	`name` text NOT NULL,
	`version` integer NOT NULL,
	`created_at` text NOT NULL,
	`updated_at` text NOT NULL,
	`put_away_at` text,
	CONSTRAINT "mixes_version" CHECK("__new_mixes"."version" >= 1),
	CONSTRAINT "mixes_made" CHECK("__new_mixes"."created_at" glob '????-??-??T*Z')
);
--> statement-breakpoint
INSERT INTO `__new_mixes`("id", "name", "version", "created_at", "updated_at", "put_away_at") SELECT "id", "name", "version", "created_at", "updated_at", "put_away_at" FROM `mixes`;--> statement-breakpoint
DROP TABLE `mixes`;--> statement-breakpoint
ALTER TABLE `__new_mixes` RENAME TO `mixes`;--> statement-breakpoint
CREATE INDEX `mixes_by_name` ON `mixes` (`put_away_at`,`name`);--> statement-breakpoint
CREATE TABLE `__new_own_media` (
	`id` text PRIMARY KEY NOT NULL,
	`name` text NOT NULL,
	`version` integer NOT NULL,
	`created_at` text NOT NULL,
	`updated_at` text NOT NULL,
	`put_away_at` text,
	CONSTRAINT "own_media_version" CHECK("__new_own_media"."version" >= 1),
	CONSTRAINT "own_media_made" CHECK("__new_own_media"."created_at" glob '????-??-??T*Z')
);
--> statement-breakpoint
INSERT INTO `__new_own_media`("id", "name", "version", "created_at", "updated_at", "put_away_at") SELECT "id", "name", "version", "created_at", "updated_at", "put_away_at" FROM `own_media`;--> statement-breakpoint
DROP TABLE `own_media`;--> statement-breakpoint
ALTER TABLE `__new_own_media` RENAME TO `own_media`;--> statement-breakpoint
CREATE INDEX `own_media_by_name` ON `own_media` (`put_away_at`,`name`);--> statement-breakpoint
CREATE TABLE `__new_own_medium_versions` (
	`own_medium_id` text NOT NULL,
	`version` integer NOT NULL,
	`document` text NOT NULL,
	`saved_at` text NOT NULL,
	PRIMARY KEY(`own_medium_id`, `version`),
	FOREIGN KEY (`own_medium_id`) REFERENCES `own_media`(`id`) ON UPDATE no action ON DELETE no action,
	CONSTRAINT "own_medium_versions_version" CHECK("__new_own_medium_versions"."version" >= 1),
	CONSTRAINT "own_medium_versions_saved" CHECK("__new_own_medium_versions"."saved_at" glob '????-??-??T*Z')
);
--> statement-breakpoint
INSERT INTO `__new_own_medium_versions`("own_medium_id", "version", "document", "saved_at") SELECT "own_medium_id", "version", "document", "saved_at" FROM `own_medium_versions`;--> statement-breakpoint
DROP TABLE `own_medium_versions`;--> statement-breakpoint
ALTER TABLE `__new_own_medium_versions` RENAME TO `own_medium_versions`;--> statement-breakpoint
CREATE TABLE `__new_revisions` (
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
	FOREIGN KEY (`parent_id`) REFERENCES `revisions`(`id`) ON UPDATE no action ON DELETE no action,
	CONSTRAINT "revisions_kind" CHECK("__new_revisions"."kind" in ('change', 'set-aside')),
	CONSTRAINT "revisions_settled" CHECK("__new_revisions"."settled_at" is null or "__new_revisions"."kind" = 'set-aside'),
	CONSTRAINT "revisions_parent" CHECK("__new_revisions"."parent_id" < "__new_revisions"."id"),
	CONSTRAINT "revisions_saved" CHECK("__new_revisions"."saved_at" glob '????-??-??T*Z')
);
--> statement-breakpoint
INSERT INTO `__new_revisions`("id", "setup_id", "parent_id", "kind", "change_id", "label", "document", "saved_at", "settled_at") SELECT "id", "setup_id", "parent_id", "kind", "change_id", "label", "document", "saved_at", "settled_at" FROM `revisions`;--> statement-breakpoint
DROP TABLE `revisions`;--> statement-breakpoint
ALTER TABLE `__new_revisions` RENAME TO `revisions`;--> statement-breakpoint
CREATE INDEX `revisions_by_parent` ON `revisions` (`setup_id`,`parent_id`,`kind`);--> statement-breakpoint
CREATE UNIQUE INDEX `revisions_by_change` ON `revisions` (`setup_id`,`change_id`);--> statement-breakpoint
CREATE TABLE `__new_setups` (
	`id` text PRIMARY KEY NOT NULL,
	`name` text NOT NULL,
	`head_revision_id` integer,
	`version` integer DEFAULT 0 NOT NULL,
	`created_at` text NOT NULL,
	`updated_at` text NOT NULL,
	`put_away_at` text,
	FOREIGN KEY (`head_revision_id`) REFERENCES `revisions`(`id`) ON UPDATE no action ON DELETE no action,
	CONSTRAINT "setups_version" CHECK("__new_setups"."version" >= 0),
	CONSTRAINT "setups_made" CHECK("__new_setups"."created_at" glob '????-??-??T*Z')
);
--> statement-breakpoint
INSERT INTO `__new_setups`("id", "name", "head_revision_id", "version", "created_at", "updated_at", "put_away_at") SELECT "id", "name", "head_revision_id", "version", "created_at", "updated_at", "put_away_at" FROM `setups`;--> statement-breakpoint
DROP TABLE `setups`;--> statement-breakpoint
ALTER TABLE `__new_setups` RENAME TO `setups`;--> statement-breakpoint
CREATE INDEX `setups_by_shelf` ON `setups` (`put_away_at`,`created_at`);--> statement-breakpoint
INSERT INTO `pack_versions`("medium_id", "version", "document", "saved_at") SELECT "medium_id", 1, "document", "saved_at" FROM `packs`;--> statement-breakpoint
DROP TABLE `packs`;
