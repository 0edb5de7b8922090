<?php

declare(strict_types=1);

namespace WetCradle\Server\Migrations;

use Doctrine\DBAL\Schema\Schema;
use Doctrine\Migrations\AbstractMigration;

/** How many of a batch could root is kept with its standing; and a crop's mark is another whenever anything changed that its learnt rate rests on. */
final class Version20261228000000 extends AbstractMigration
{
    public function up(Schema $schema): void
    {
        $this->addSql('ALTER TABLE batch_standing ADD COLUMN could_root INTEGER NOT NULL DEFAULT 0');
        // What it says of each batch is no other than before, so no forecast is old for it.
        $counted = $this->connection->fetchOne("SELECT sql FROM sqlite_master WHERE type = 'trigger' AND name = 'forecast_counted'");
        $this->addSql('DROP TRIGGER forecast_counted');
        $this->addSql("UPDATE batch_standing SET could_root = max(rooted, stuck - (SELECT coalesce(sum(value), 0) FROM json_each(lost_in_trays)
            WHERE key IN ('dried_out','mechanical','mislaid','no_room')))");
        $this->addSql(is_string($counted) ? $counted : throw new \LogicException('A batch that is counted marks its forecast old.'));
        $this->addSql('CREATE INDEX batch_stuck ON batch (stuck_on)');
        $this->addSql('CREATE INDEX batch_left ON batch (left_bench_on)');
        $this->addSql('CREATE INDEX batch_crop_stuck ON batch (crop_id, stuck_on)');
        $this->addSql('DROP INDEX batch_crop');
        $this->addSql('CREATE INDEX collection_started ON collection (started_at)');
        $this->addSql('DROP INDEX batch_wanted');
        $this->addSql('CREATE INDEX batch_wanted ON batch (wanted_id, called_off)');
        $this->addSql('CREATE INDEX wanted_ready ON wanted (ready_week)');
        $this->addSql('CREATE INDEX wanted_stands ON wanted (called_off, id)');
        $this->addSql('CREATE TABLE rates_mark (crop_id INTEGER PRIMARY KEY, is_now INTEGER NOT NULL) STRICT');
        $this->addSql('INSERT INTO rates_mark VALUES (0, random())');
        foreach (self::teaches() as $name => [$when, $crops]) {
            $this->addSql("CREATE TRIGGER rates_{$name} AFTER {$when} BEGIN INSERT OR REPLACE INTO rates_mark {$crops}; END");
        }
    }

    /** @return array<string, array{string, string}> by name: when, and the crops that it teaches something; 0 for all of them */
    private static function teaches(): array
    {
        $all = 'VALUES (0, random())';
        $crop = static fn (string $row) => "SELECT {$row}.crop_id, random()";
        $ofBatch = static fn (string $row) => "SELECT crop_id, random() FROM batch WHERE id = {$row}.batch_id";

        return [
            'nursery' => ['UPDATE ON nursery', $all],
            'learnt' => ['UPDATE ON learnt WHEN (NEW.phi, NEW.ln_phi_sd, NEW.mishap_chance, NEW.mishap_a, NEW.mishap_b, NEW.marked)
                IS NOT (OLD.phi, OLD.ln_phi_sd, OLD.mishap_chance, OLD.mishap_a, OLD.mishap_b, OLD.marked)', $all],
            'way_added' => ['INSERT ON way', $crop('NEW')], 'way' => ['UPDATE ON way', $crop('NEW')], 'way_gone' => ['DELETE ON way', $crop('OLD')],
            'sheet' => ['INSERT ON way_sheet', 'SELECT crop_id, random() FROM way WHERE id = NEW.way_id'],
            'counted_first' => ['INSERT ON batch_standing WHEN NEW.counted', $ofBatch('NEW')],
            'counted' => ['UPDATE ON batch_standing WHEN NEW.counted OR OLD.counted', $ofBatch('NEW')],
            'uncounted' => ['DELETE ON batch_standing WHEN OLD.counted', $ofBatch('OLD')],
            'batch' => ['UPDATE OF crop_id, code, stuck_on, method, material, hormone, together, sheet_id, mishap ON batch
                WHEN (NEW.crop_id, NEW.code, NEW.stuck_on, NEW.method, NEW.material, NEW.hormone, NEW.together, NEW.sheet_id, NEW.mishap)
                IS NOT (OLD.crop_id, OLD.code, OLD.stuck_on, OLD.method, OLD.material, OLD.hormone, OLD.together, OLD.sheet_id, OLD.mishap)
                AND EXISTS (SELECT 1 FROM batch_standing s WHERE s.batch_id = NEW.id AND s.counted = 1)', $crop('NEW').' UNION '.$crop('OLD')],
            'past_added' => ['INSERT ON past_batch', $crop('NEW')], 'past' => ['UPDATE ON past_batch', $crop('NEW')],
            'past_gone' => ['DELETE ON past_batch', $crop('OLD')],
            'arm_added' => ['INSERT ON trial_arm', $ofBatch('NEW')], 'arm' => ['UPDATE ON trial_arm', $ofBatch('NEW')],
            'arm_gone' => ['DELETE ON trial_arm', $ofBatch('OLD')],
        ];
    }

    public function down(Schema $schema): void
    {
        $this->throwIrreversibleMigrationException('A copy from before it is put back instead.');
    }

    public function isTransactional(): bool
    {
        return false;
    }
}
