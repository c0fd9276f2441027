CREATE TABLE `place_versions` (
	`place_id` text NOT NULL,
	`version` integer NOT NULL,
	`document` text NOT NULL,
	`saved_at` text NOT NULL,
	PRIMARY KEY(`place_id`, `version`),
	FOREIGN KEY (`place_id`) REFERENCES `places`(`id`) ON UPDATE no action ON DELETE no action,
	CONSTRAINT "place_versions_version" CHECK("place_versions"."version" >= 1),
	CONSTRAINT "place_versions_saved" CHECK("place_versions"."saved_at" glob '????-??-??T*Z')
);
--> statement-breakpoint
CREATE TABLE `places` (
	`id` text PRIMARY KEY NOT NULL,
	`name` text NOT NULL,
	`version` integer NOT NULL,
	`created_at` text NOT NULL,
	`updated_at` text NOT NULL,
	`put_away_at` text,
	CONSTRAINT "places_version" CHECK("places"."version" >= 1),
	CONSTRAINT "places_made" CHECK("places"."created_at" glob '????-??-??T*Z')
);
--> statement-breakpoint
CREATE INDEX `places_by_name` ON `places` (`put_away_at`,`name`);--> statement-breakpoint
CREATE TABLE `weather` (
	`id` text PRIMARY KEY NOT NULL,
	`name` text NOT NULL,
	`created_at` text NOT NULL,
	`document` text NOT NULL,
	CONSTRAINT "weather_made" CHECK("weather"."created_at" glob '????-??-??T*Z')
);
--> statement-breakpoint
CREATE TABLE `weather_days` (
	`weather_id` text NOT NULL,
	`day` text NOT NULL,
	`t_min_c` real NOT NULL,
	`t_max_c` real NOT NULL,
	`vapour_kpa` real,
	`wind_m_per_s` real,
	`solar_mj_per_m2` real,
	`rain_mm` real,
	PRIMARY KEY(`weather_id`, `day`),
	FOREIGN KEY (`weather_id`) REFERENCES `weather`(`id`) ON UPDATE no action ON DELETE no action,
	CONSTRAINT "weather_days_day" CHECK("weather_days"."day" glob '????-??-??'),
	CONSTRAINT "weather_days_warmth" CHECK("weather_days"."t_min_c" <= "weather_days"."t_max_c")
);
