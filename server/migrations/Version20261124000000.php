<?php

declare(strict_types=1);

namespace WetCradle\Server\Migrations;

use Doctrine\DBAL\Schema\Schema;
use Doctrine\Migrations\AbstractMigration;

/**
 * Crop sheets by way and version. What each crop's plain columns said becomes the first version of its house way; batches
 * keep the version they were stuck under.
 */
final class Version20261124000000 extends AbstractMigration
{
    public function up(Schema $schema): void
    {
        foreach (array_merge($this->house(), $this->sheets(), $this->moved(), $this->crop()) as $sql) {
            $this->addSql($sql);
        }
    }

    public function down(Schema $schema): void
    {
        $this->throwIrreversibleMigrationException('Sheets cannot be folded back. Restore a copy instead.');
    }

    public function isTransactional(): bool
    {
        return false;
    }

    /** @return list<string> */
    private function house(): array
    {
        return [
            "ALTER TABLE nursery ADD COLUMN house_rules TEXT NOT NULL DEFAULT '{}' CHECK (json_valid(house_rules))",
            "ALTER TABLE nursery ADD COLUMN window_by TEXT NOT NULL DEFAULT 'weeks' CHECK (window_by IN ('weeks','degree_days'))",
            'ALTER TABLE nursery ADD COLUMN window_weeks INTEGER NOT NULL DEFAULT 0 CHECK (window_weeks BETWEEN -12 AND 12)',
            "ALTER TABLE nursery ADD COLUMN air TEXT NOT NULL DEFAULT '[]' CHECK (json_valid(air))",
            "UPDATE nursery SET air = CASE climate WHEN 'mild_maritime' THEN '[7.2,7.2,8.4,10.2,12.9,15.4,17.2,17.2,15.6,12.8,9.9,8.0]' WHEN 'cold_continental' THEN '[-4.5,-2.8,2.9,9.4,15.0,18.8,20.9,20.0,15.2,9.0,2.8,-2.2]'
                WHEN 'warm_dry' THEN '[8.4,9.4,11.8,14.4,18.4,22.6,25.4,25.2,21.8,17.2,12.2,9.2]' ELSE '[4.0,4.2,6.2,8.6,11.8,14.6,16.6,16.4,14.0,10.6,6.9,4.7]' END",
            "UPDATE nursery SET air = (SELECT json_group_array(value) FROM (SELECT value FROM json_each(nursery.air) ORDER BY (key + 6) % 12)) WHERE hemisphere = 'south'",
            "ALTER TABLE nursery ADD COLUMN currency TEXT NOT NULL DEFAULT '€' CHECK (length(currency) BETWEEN 1 AND 5)",
            'ALTER TABLE tray_kind ADD COLUMN square_metres REAL NOT NULL DEFAULT 0.4 CHECK (square_metres > 0)',
        ];
    }

    /** @return list<string> */
    private function sheets(): array
    {
        return [
            'CREATE TABLE way (id INTEGER PRIMARY KEY AUTOINCREMENT, version INTEGER NOT NULL DEFAULT 1, crop_id INTEGER NOT NULL REFERENCES crop(id), name TEXT NOT NULL CHECK (length(name) BETWEEN 1 AND 120),
                house INTEGER NOT NULL CHECK (house IN (0, 1)), sheet_id INTEGER REFERENCES way_sheet(id), UNIQUE (crop_id, name)) STRICT',
            'CREATE UNIQUE INDEX way_house ON way (crop_id) WHERE house = 1',
            'CREATE TABLE way_sheet (id INTEGER PRIMARY KEY AUTOINCREMENT, way_id INTEGER NOT NULL REFERENCES way(id), number INTEGER NOT NULL CHECK (number > 0), details TEXT NOT NULL CHECK (json_valid(details)),
                kept_by_id INTEGER NOT NULL REFERENCES account(id), kept_at TEXT NOT NULL, why TEXT, UNIQUE (way_id, number)) STRICT',
            "CREATE TRIGGER way_sheet_stays BEFORE UPDATE ON way_sheet BEGIN SELECT RAISE(ABORT, 'A kept sheet never changes: keep a new version.'); END",
            'CREATE TABLE sign_seen (id INTEGER PRIMARY KEY AUTOINCREMENT, way_id INTEGER NOT NULL REFERENCES way(id), window INTEGER NOT NULL CHECK (window >= 0), seen_on TEXT NOT NULL, note TEXT,
                by_id INTEGER NOT NULL REFERENCES account(id), at TEXT NOT NULL) STRICT',
            'CREATE INDEX sign_seen_way ON sign_seen (way_id, seen_on)',
            'ALTER TABLE batch ADD COLUMN sheet_id INTEGER REFERENCES way_sheet(id)',
        ];
    }

    /** @return list<string> */
    private function moved(): array
    {
        // The middle of each bench's range counts as its pace between 0 and the optimum from 18 on; thermal days follow from the plain ones.
        $pace = 'min(1.0, ((c.heat_low + c.heat_high) / 2.0) / 18.0)';
        $leaf = "CASE WHEN c.method = 'leaf cutting' THEN 'leaf with stalk' WHEN c.method IN ('tip cutting','nodal cutting','basal cutting','heel cutting','leaf-bud cutting','hardwood cutting','root cutting','division','offset','runner','sucker','tip layer','air layer','clump splitting') THEN c.method ELSE 'tip cutting' END";
        $stem = "c.material IN ('softwood','greenwood','semi-ripe','hardwood')";
        $material = "CASE WHEN c.method = 'leaf cutting' THEN 'leaf' WHEN c.method = 'root cutting' THEN 'root' WHEN c.method IN ('division','offset','runner','sucker') THEN c.method WHEN c.method IN ('tip layer','air layer') THEN 'layer' WHEN c.method = 'clump splitting' THEN 'seedlings' WHEN {$stem} THEN c.material ELSE 'softwood' END";

        return [
            "UPDATE crop SET method = 'nodal cutting' WHERE method = 'hardwood cutting' AND material <> 'hardwood'",
            "UPDATE crop SET method = 'tip cutting' WHERE method = 'basal cutting' AND material NOT IN ('softwood','greenwood')",
            "INSERT INTO way (crop_id, name, house, sheet_id) SELECT id, CASE WHEN method = material THEN method ELSE method || ', ' || material END, 1, NULL FROM crop",
            "INSERT INTO way_sheet (way_id, number, details, kept_by_id, kept_at, why) SELECT w.id, 1, json_object(
                'method', {$leaf}, 'material', {$material},
                'windows', json_array(json_object('from', c.window_from, 'to', c.window_to, 'sign', CASE WHEN c.material IN ('hardwood','root') THEN 'dormant' WHEN c.method = 'division' THEN 'growth_starts' WHEN c.material = 'semi-ripe' THEN 'firms_up' ELSE 'snaps' END, 'overNewYear', json(CASE WHEN c.window_to < c.window_from THEN 'true' ELSE 'false' END))),
                'timeOfDay', 'early',
                'cut', json('{\"lengthCm\":[7,12],\"nodesBelow\":1,\"nodesAbove\":1,\"betweenNodes\":false,\"leaves\":\"two_to_four\",\"wound\":false,\"slanted\":\"below\",\"up\":\"tip\",\"plantlets\":1}'),
                'hold', json('{\"dry\":false,\"sameDay\":false,\"shadedHours\":12,\"coldDays\":2,\"sealDays\":0}'), 'wash', 'allowed',
                'mix', json_object('parts', c.mix, 'kind', 'inert'), 'hormone', CASE WHEN c.hormone IS NULL THEN json('{\"kind\":\"none\",\"ppm\":null,\"what\":null}') ELSE json_object('kind', CASE WHEN c.hormone LIKE '% liquid %' THEN 'liquid' ELSE 'powder' END,
                    'ppm', CASE WHEN replace(c.hormone, 'liquid', 'powder') LIKE '% powder %' THEN min(50000, max(1, CAST(substr(c.hormone, instr(replace(c.hormone, 'liquid', 'powder'), ' powder ') + 8) AS INTEGER))) ELSE 3000 END,
                    'what', substr(CASE WHEN replace(c.hormone, 'liquid', 'powder') LIKE '% powder %' THEN substr(c.hormone, 1, instr(replace(c.hormone, 'liquid', 'powder'), ' powder ') - 1) ELSE c.hormone END, 1, 60)) END,
                'hole', json_object('trayKind', c.tray_kind_id, 'each', 1, 'depthCm', 2),
                'water', json_object('regime', CASE WHEN c.mist_high > 1 THEN 'mist' WHEN c.mist_high = 1 THEN 'cover' ELSE 'none' END, 'mist', json_array(c.mist_low, c.mist_high), 'steps', json('[]')),
                'warmth', json_object('medium', json_array(c.heat_low, c.heat_high), 'base', min(0.0, c.heat_low - 1), 'optimumLow', 18, 'optimumHigh', max(25.0, c.heat_high), 'ceiling', max(36.0, c.heat_high + 10)),
                'light', json('{\"hours\":10,\"cover\":\"light shade, no full sun\"}'),
                'rooting', json_object('halfAt', sqrt(c.root_from * c.root_to) * {$pace}, 'shape', min(60.0, max(1.0, CASE WHEN c.root_to > c.root_from THEN 2.0 * ln(9.0) / ln(1.0 * c.root_to / c.root_from) ELSE 60.0 END))),
                'prior', json_object('rate', c.prior_rate, 'strength', c.prior_strength, 'phi', c.prior_phi),
                'weaning', CASE WHEN c.weaning_days > 0 THEN json_array(json_object('days', min(120, c.weaning_days), 'what', 'less water step by step')) ELSE json('[]') END,
                'potting', json_object('trigger', 'share', 'readyShare', c.ready_share, 'pot', '9 cm', 'mix', 'potting mix', 'feed', 'after_rooting', 'survival', c.potting_rate, 'survivalStrength', c.potting_strength, 'growOnDays', c.grow_on_days,
                    'degreeDays', NULL, 'growBase', NULL, 'hardy', json('true'), 'winter', 'cold_frame'),
                'surplus', 'chance', 'costEach', 0, 'note', c.note, 'safety', c.safety),
                (SELECT min(id) FROM account), datetime('now'), 'as the crop said before it had ways' FROM way w JOIN crop c ON c.id = w.crop_id",
            'UPDATE way SET sheet_id = (SELECT s.id FROM way_sheet s WHERE s.way_id = way.id)',
            'UPDATE batch SET sheet_id = (SELECT w.sheet_id FROM way w WHERE w.crop_id = batch.crop_id)',
            "UPDATE batch SET method = 'leaf with stalk', material = 'leaf' WHERE method = 'leaf cutting'",
            "CREATE TRIGGER batch_has_sheet BEFORE INSERT ON batch WHEN NEW.sheet_id IS NULL BEGIN SELECT RAISE(ABORT, 'A batch is stuck under a sheet.'); END",
        ];
    }

    /** @return list<string> the crop keeps its name; foreign keys are off meanwhile and checked after */
    private function crop(): array
    {
        return [
            'CREATE TABLE crop_new (id INTEGER PRIMARY KEY AUTOINCREMENT, version INTEGER NOT NULL DEFAULT 1, name TEXT NOT NULL, slug TEXT NOT NULL UNIQUE) STRICT',
            'INSERT INTO crop_new (id, version, name, slug) SELECT id, version, name, slug FROM crop',
            'DROP TABLE crop',
            'ALTER TABLE crop_new RENAME TO crop',
        ];
    }
}
