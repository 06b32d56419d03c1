-- Which needs a task was planned for, as names divided by blanks: what of them is settled is told from what still holds.
ALTER TABLE round_task ADD COLUMN needs VARCHAR(200) NOT NULL DEFAULT '';
