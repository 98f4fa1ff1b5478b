DROP TABLE `exam_events`;--> statement-breakpoint
DROP TABLE `exam_heads`;