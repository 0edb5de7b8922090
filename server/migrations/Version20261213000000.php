<?php

declare(strict_types=1);

namespace WetCradle\Server\Migrations;

use Doctrine\DBAL\Schema\Schema;
use Doctrine\Migrations\AbstractMigration;

/**
 * One model of a batch: checks say of how many trays, what was lost before it had roots is kept apart, plants may be thrown for
 * want of room, a batch may be said to be a mishap; and what is learnt and forecast is kept, marked old by what it rests on.
 */
final class Version20261213000000 extends AbstractMigration
{
    public function up(Schema $schema): void
    {
        // Nobody said of how many trays: of one, which claims least.
        $this->addSql('ALTER TABLE root_check ADD COLUMN trays INTEGER NOT NULL DEFAULT 1 CHECK (trays > 0)');
        $this->addSql("ALTER TABLE batch ADD COLUMN mishap TEXT CHECK (mishap IN ('mishap','counts'))");
        $this->noRoom();
        $this->addSql("ALTER TABLE batch_standing ADD COLUMN lost_in_trays TEXT NOT NULL DEFAULT '{}' CHECK (json_valid(lost_in_trays))");
        $this->addSql("UPDATE batch_standing SET lost_in_trays = (SELECT coalesce(json_group_object(cause, n), '{}') FROM (
            SELECT e.cause, sum(CASE WHEN e.reverses IS NULL THEN e.count ELSE -e.count END) AS n FROM entry e
            JOIN line l ON l.id = CASE WHEN e.reverses IS NULL THEN e.from_line ELSE e.to_line END
            WHERE l.batch_id = batch_standing.batch_id AND ((e.reverses IS NULL AND e.from_state = 'stuck' AND e.to_state = 'lost')
                OR (e.reverses IS NOT NULL AND e.to_state = 'stuck' AND e.from_state = 'lost'))
            GROUP BY e.cause HAVING n <> 0))");
        $this->addSql('CREATE TABLE learnt (id INTEGER PRIMARY KEY CHECK (id = 1), stale INTEGER NOT NULL CHECK (stale IN (0, 1)),
            phi REAL NOT NULL CHECK (phi > 0), ln_phi_sd REAL NOT NULL CHECK (ln_phi_sd > 0),
            mishap_chance REAL NOT NULL CHECK (mishap_chance BETWEEN 0 AND 1), mishap_a REAL NOT NULL CHECK (mishap_a > 0),
            mishap_b REAL NOT NULL CHECK (mishap_b > 0), mishaps INTEGER NOT NULL CHECK (mishaps >= 0), batches INTEGER NOT NULL CHECK (batches >= 0),
            marked TEXT NOT NULL CHECK (json_valid(marked))) STRICT');
        $this->addSql("INSERT INTO learnt VALUES (1, 1, 20, 0.97, 0.077, 1, 5, 0, 0, '{}')");
        // Whatever a forecast rests on marks it, so that no way of writing can forget to.
        $this->addSql('CREATE TABLE batch_forecast (batch_id INTEGER PRIMARY KEY, stale INTEGER NOT NULL CHECK (stale IN (0, 1)),
            rests_on TEXT NOT NULL, packed BLOB, roots TEXT CHECK (roots IS NULL OR json_valid(roots)), own TEXT CHECK (own IS NULL OR json_valid(own))) STRICT');
        $this->addSql('CREATE INDEX batch_forecast_stale ON batch_forecast (stale) WHERE stale = 1');
        $this->addSql("INSERT INTO batch_forecast SELECT id, 1, '', NULL, NULL, NULL FROM batch WHERE stuck_on IS NOT NULL AND called_off = 0");
        $this->addSql('ALTER TABLE way ADD COLUMN learnt TEXT CHECK (learnt IS NULL OR json_valid(learnt))');
        foreach (self::marks() as $name => [$when, $what]) {
            $this->addSql("CREATE TRIGGER forecast_{$name} {$when} BEGIN {$what} END");
        }
    }

    /** @return array<string, array{string, string}> by name: when, and what is then to be reckoned anew */
    private static function marks(): array
    {
        $mark = static fn (string $where): string => "UPDATE batch_forecast SET stale = 1 WHERE stale = 0 AND batch_id IN (SELECT b.id FROM batch b WHERE {$where});";
        $live = 'b.left_bench_on IS NULL AND b.called_off = 0';
        $ofLine = static fn (string $row): string => $mark("b.id = (SELECT l.batch_id FROM line l WHERE l.id = {$row}.line_id)");
        $ofCrop = $mark("{$live} AND b.crop_id = (SELECT o.crop_id FROM batch o WHERE o.id = NEW.batch_id)");
        $learn = 'UPDATE learnt SET stale = 1;';

        return [
            'check_made' => ['AFTER INSERT ON root_check', $ofLine('NEW')],
            'check_changed' => ['AFTER UPDATE OF line_id, on_day, lifted, rooted, stages, trays ON root_check', $ofLine('NEW').$ofLine('OLD')],
            'check_gone' => ['AFTER DELETE ON root_check', $ofLine('OLD')],
            'counted_first' => ['AFTER INSERT ON batch_standing', $mark('b.id = NEW.batch_id').$ofCrop.$learn],
            'counted' => ['AFTER UPDATE ON batch_standing', $mark('b.id = NEW.batch_id')],
            'learns' => [
                'AFTER UPDATE ON batch_standing WHEN (NEW.counted OR OLD.counted) AND (NEW.counted, NEW.stuck, NEW.rooted, NEW.waiting, NEW.lost_in_trays)
                    IS NOT (OLD.counted, OLD.stuck, OLD.rooted, OLD.waiting, OLD.lost_in_trays)',
                $ofCrop.$learn,
            ],
            'stuck' => [
                'AFTER UPDATE OF stuck_on, called_off ON batch WHEN NEW.stuck_on IS NOT NULL AND NEW.called_off = 0',
                "INSERT OR IGNORE INTO batch_forecast VALUES (NEW.id, 1, '', NULL, NULL, NULL); UPDATE batch_forecast SET stale = 1 WHERE batch_id = NEW.id;",
            ],
            'born_stuck' => [
                'AFTER INSERT ON batch WHEN NEW.stuck_on IS NOT NULL AND NEW.called_off = 0',
                "INSERT OR IGNORE INTO batch_forecast VALUES (NEW.id, 1, '', NULL, NULL, NULL);",
            ],
            'stuck_no_more' => [
                'AFTER UPDATE OF stuck_on, called_off ON batch WHEN NEW.stuck_on IS NULL OR NEW.called_off = 1',
                'DELETE FROM batch_forecast WHERE batch_id = NEW.id;',
            ],
            'batch_gone' => ['AFTER DELETE ON batch', 'DELETE FROM batch_forecast WHERE batch_id = OLD.id;'],
            'lies' => ['AFTER UPDATE OF zone_id, sheet_id, trays ON batch', $mark('b.id = NEW.id')],
            'said' => [
                'AFTER UPDATE OF mishap ON batch WHEN NEW.mishap IS NOT OLD.mishap',
                $mark("{$live} AND b.crop_id = NEW.crop_id").$learn,
            ],
            'carried' => ['AFTER INSERT ON batch_moves_on', $mark('b.id = NEW.batch_id')],
            'carried_else' => ['AFTER UPDATE ON batch_moves_on', $mark('b.id = NEW.batch_id')],
            'carried_back' => ['AFTER DELETE ON batch_moves_on', $mark('b.id = OLD.batch_id')],
            'zone' => [
                'AFTER UPDATE OF heat_low, heat_high, kind, frost_free ON zone',
                $mark("{$live} AND (b.zone_id = NEW.id OR EXISTS (SELECT 1 FROM batch_moves_on m WHERE m.batch_id = b.id AND m.zone_id = NEW.id))"),
            ],
            'air_logged' => ['AFTER INSERT ON air_day', $mark($live)],
            'air_changed' => ['AFTER UPDATE ON air_day', $mark($live)],
            'air_gone' => ['AFTER DELETE ON air_day', $mark($live)],
            'house' => ['AFTER UPDATE OF air, house_defaults, hemisphere ON nursery', $mark($live)],
            'sheet' => ['AFTER UPDATE OF sheet_id, learnt ON way', $mark("{$live} AND b.crop_id = NEW.crop_id")],
            'nursery_learnt' => [
                'AFTER UPDATE ON learnt WHEN (NEW.phi, NEW.ln_phi_sd, NEW.mishap_chance, NEW.mishap_a, NEW.mishap_b)
                    IS NOT (OLD.phi, OLD.ln_phi_sd, OLD.mishap_chance, OLD.mishap_a, OLD.mishap_b)',
                $mark($live),
            ],
        ];
    }

    /** A cause more: the check of a column can only be changed with its table, so its rows, indexes and triggers move over. */
    private function noRoom(): void
    {
        $of = fn (string $type): array => $this->connection->fetchFirstColumn('SELECT sql FROM sqlite_master WHERE tbl_name = ? AND type = ? AND sql IS NOT NULL', ['entry', $type]);
        $table = $of('table')[0] ?? throw new \LogicException('There is a book.');
        $this->addSql(str_replace(
            ['CREATE TABLE entry ', 'CREATE TABLE "entry" ', "'too_poor','unrooted'"],
            ['CREATE TABLE entry_new ', 'CREATE TABLE entry_new ', "'too_poor','unrooted','no_room'"],
            is_string($table) ? $table : '',
        ));
        $this->addSql('INSERT INTO entry_new SELECT * FROM entry');
        $again = [...$of('index'), ...$of('trigger')];
        $this->addSql('DROP TABLE entry');
        $this->addSql('ALTER TABLE entry_new RENAME TO entry');
        foreach ($again as $sql) {
            $this->addSql(is_string($sql) ? $sql : throw new \LogicException('It has its words.'));
        }
    }

    public function down(Schema $schema): void
    {
        $this->throwIrreversibleMigrationException('What was learnt has no place in the tables before.');
    }

    public function isTransactional(): bool
    {
        return false;
    }
}
