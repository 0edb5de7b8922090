<?php

declare(strict_types=1);

namespace WetCradle\Server\Migrations;

use Doctrine\DBAL\Schema\Schema;
use Doctrine\Migrations\AbstractMigration;

/** Making up: what mixes are made of, hormones and sanitisers on the shelf, dips that were made, and what of a day's sheet is done. */
final class Version20261129000000 extends AbstractMigration
{
    /** name, holds water, drains, feeds, breaks down, air, water, litres of water a litre takes up, litres in a bag; usual values to begin with */
    private const PARTS = [
        ['perlite', 0, 1, 0, 0, 0.45, 0.30, 0.1, 100],
        ['coir', 1, 0, 0, 0, 0.15, 0.70, 0.5, 70],
        ['peat', 1, 0, 0, 1, 0.18, 0.65, 0.4, 250],
        ['vermiculite', 1, 1, 0, 0, 0.30, 0.50, 0.2, 100],
        ['compost', 1, 0, 1, 1, 0.10, 0.60, 0.1, 50],
        ['potting mix', 1, 0, 1, 1, 0.15, 0.60, 0.1, 70],
        ['fine bark', 0, 1, 0, 1, 0.30, 0.40, 0.2, 60],
        ['grit', 0, 1, 0, 0, 0.35, 0.08, 0.0, 15],
        ['sand', 0, 1, 0, 0, 0.05, 0.30, 0.0, 15],
    ];
    private const MIXES = [
        ['part potting mix', [['perlite', 1], ['potting mix', 1]]],
        ['potting mix with slow-release feed', [['potting mix', 1]]],
        ['gritty potting mix, slow-release feed', [['potting mix', 3], ['grit', 1]]],
    ];

    public function up(Schema $schema): void
    {
        foreach ([
            'CREATE TABLE mix_part (id INTEGER PRIMARY KEY AUTOINCREMENT, version INTEGER NOT NULL DEFAULT 1, name TEXT NOT NULL UNIQUE, holds_water INTEGER NOT NULL CHECK (holds_water IN (0, 1)), drains INTEGER NOT NULL CHECK (drains IN (0, 1)),
                feeds INTEGER NOT NULL CHECK (feeds IN (0, 1)), breaks_down INTEGER NOT NULL CHECK (breaks_down IN (0, 1)), air REAL NOT NULL CHECK (air BETWEEN 0 AND 1), water REAL NOT NULL CHECK (water BETWEEN 0 AND 1),
                wet_by REAL NOT NULL CHECK (wet_by >= 0), bag_litres REAL CHECK (bag_litres > 0), stock_litres REAL NOT NULL DEFAULT 0 CHECK (stock_litres >= 0)) STRICT',
            'CREATE TABLE mix (id INTEGER PRIMARY KEY AUTOINCREMENT, version INTEGER NOT NULL DEFAULT 1, name TEXT NOT NULL UNIQUE, parts TEXT NOT NULL CHECK (json_valid(parts))) STRICT',
            "CREATE TABLE hormone_stock (id INTEGER PRIMARY KEY AUTOINCREMENT, version INTEGER NOT NULL DEFAULT 1, name TEXT NOT NULL UNIQUE, what TEXT NOT NULL, kind TEXT NOT NULL CHECK (kind IN ('powder','liquid')), form TEXT NOT NULL CHECK (form IN ('acid','salt')),
                ppm REAL NOT NULL CHECK (ppm > 0 AND ppm <= 1000000), made_on TEXT, keeps_until TEXT, discarded_on TEXT) STRICT",
            'CREATE TABLE made_dip (id INTEGER PRIMARY KEY AUTOINCREMENT, stock_id INTEGER NOT NULL REFERENCES hormone_stock(id), ppm REAL NOT NULL CHECK (ppm > 0), stock_ml REAL CHECK (stock_ml > 0), water_ml REAL CHECK (water_ml >= 0), grams REAL CHECK (grams > 0),
                made_at TEXT NOT NULL, by_id INTEGER NOT NULL REFERENCES account(id), discarded_at TEXT, CHECK ((stock_ml IS NULL) <> (grams IS NULL))) STRICT',
            'CREATE TABLE made_dip_batch (made_dip_id INTEGER NOT NULL REFERENCES made_dip(id), batch_id INTEGER NOT NULL REFERENCES batch(id), PRIMARY KEY (made_dip_id, batch_id)) STRICT',
            'CREATE INDEX made_dip_batch_batch ON made_dip_batch (batch_id)',
            "CREATE TABLE sanitiser (id INTEGER PRIMARY KEY AUTOINCREMENT, version INTEGER NOT NULL DEFAULT 1, name TEXT NOT NULL UNIQUE, ppm REAL NOT NULL CHECK (ppm > 0 AND ppm <= 1000000), parts REAL NOT NULL CHECK (parts >= 1), reading TEXT NOT NULL CHECK (reading IN ('in_total','to_parts')),
                minutes INTEGER NOT NULL CHECK (minutes BETWEEN 0 AND 1440), never_meets TEXT NOT NULL, for_material INTEGER NOT NULL CHECK (for_material IN (0, 1))) STRICT",
            "CREATE TABLE day_tick (id INTEGER PRIMARY KEY AUTOINCREMENT, on_day TEXT NOT NULL CHECK (on_day LIKE '____-__-__'), step TEXT NOT NULL CHECK (length(step) BETWEEN 3 AND 200), actual REAL, note TEXT, at TEXT NOT NULL, by_id INTEGER NOT NULL REFERENCES account(id), UNIQUE (on_day, step)) STRICT",
        ] as $sql) {
            $this->addSql($sql);
        }
        foreach (self::PARTS as $part) {
            $this->addSql('INSERT INTO mix_part (name, holds_water, drains, feeds, breaks_down, air, water, wet_by, bag_litres) VALUES (?, ?, ?, ?, ?, ?, ?, ?, ?)', $part);
        }
        foreach (self::MIXES as [$name, $parts]) {
            $this->addSql('INSERT INTO mix (name, parts) VALUES (?, ?)', [$name, json_encode(array_map(static fn (array $one) => ['name' => $one[0], 'parts' => $one[1]], $parts), JSON_THROW_ON_ERROR)]);
        }
    }

    public function down(Schema $schema): void
    {
        $this->throwIrreversibleMigrationException('What was dipped in what is a record. Restore a copy instead.');
    }

    public function isTransactional(): bool
    {
        return false;
    }
}
