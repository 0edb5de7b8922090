<?php

declare(strict_types=1);

namespace WetCradle\Server\Migrations;

use Doctrine\DBAL\Schema\Schema;
use Doctrine\Migrations\AbstractMigration;

/**
 * The first tables. All are STRICT; the count book guards itself: entries cannot be changed or taken out, only moves
 * that can happen to a plant are let in, and no place can hold less than nothing.
 */
final class Version20261123000000 extends AbstractMigration
{
    private const STATES = "'to_stick','stuck','rooted','potted','grown','sold','lost'";
    private const CAUSES = "'rot','dried_out','pest','mechanical','mislaid','too_poor','unrooted'";

    public function up(Schema $schema): void
    {
        foreach (array_merge($this->nursery(), $this->trade(), $this->book(), $this->guards()) as $sql) {
            $this->addSql($sql);
        }
    }

    public function down(Schema $schema): void
    {
        $this->throwIrreversibleMigrationException('The count book is never taken down. Restore a copy instead.');
    }

    public function isTransactional(): bool
    {
        return false;
    }

    /** @return list<string> */
    private function nursery(): array
    {
        return [
            "CREATE TABLE nursery (id INTEGER PRIMARY KEY CHECK (id = 1), version INTEGER NOT NULL DEFAULT 1, name TEXT NOT NULL CHECK (length(name) BETWEEN 1 AND 120),
                units TEXT NOT NULL CHECK (units IN ('metric','us')), temperature TEXT NOT NULL CHECK (temperature IN ('celsius','fahrenheit')),
                hemisphere TEXT NOT NULL CHECK (hemisphere IN ('north','south')), climate TEXT NOT NULL, weeks TEXT NOT NULL CHECK (weeks IN ('numbers','dates')),
                stuck_an_hour INTEGER NOT NULL CHECK (stuck_an_hour > 0), potted_an_hour INTEGER NOT NULL CHECK (potted_an_hour > 0),
                batches_numbered INTEGER NOT NULL CHECK (batches_numbered >= 0)) STRICT",
            "CREATE TABLE account (id INTEGER PRIMARY KEY AUTOINCREMENT, version INTEGER NOT NULL DEFAULT 1, name TEXT NOT NULL, sign_in TEXT NOT NULL COLLATE NOCASE UNIQUE,
                role TEXT NOT NULL CHECK (role IN ('propagator','hand','viewer')), password TEXT NOT NULL) STRICT",
            'CREATE TABLE change_note (id INTEGER PRIMARY KEY AUTOINCREMENT, what TEXT NOT NULL, which TEXT NOT NULL, fields TEXT NOT NULL,
                by_id INTEGER NOT NULL REFERENCES account(id), at TEXT NOT NULL) STRICT',
            'CREATE INDEX change_note_which ON change_note (what, which)',
            'CREATE TABLE customer (id INTEGER PRIMARY KEY AUTOINCREMENT, name TEXT NOT NULL COLLATE NOCASE UNIQUE) STRICT',
            'CREATE TABLE tray_kind (id INTEGER PRIMARY KEY AUTOINCREMENT, name TEXT NOT NULL UNIQUE, cells INTEGER NOT NULL CHECK (cells > 0), cell_ml INTEGER NOT NULL CHECK (cell_ml > 0)) STRICT',
            'CREATE TABLE pot (id INTEGER PRIMARY KEY AUTOINCREMENT, name TEXT NOT NULL UNIQUE, millilitres INTEGER NOT NULL CHECK (millilitres > 0)) STRICT',
            "INSERT INTO tray_kind (name, cells, cell_ml) VALUES ('tray of 40', 40, 60), ('tray of 60', 60, 35), ('tray of 84', 84, 24), ('tray of 104', 104, 18), ('open tray', 80, 40)",
            "INSERT INTO pot (name, millilitres) VALUES ('9 cm', 420), ('1 L', 1000), ('2 L', 2000), ('3 L', 3000), ('5 L', 5000), ('10 L', 10000)",
        ];
    }

    /** @return list<string> */
    private function trade(): array
    {
        return [
            'CREATE TABLE crop (id INTEGER PRIMARY KEY AUTOINCREMENT, version INTEGER NOT NULL DEFAULT 1, name TEXT NOT NULL, slug TEXT NOT NULL UNIQUE, method TEXT NOT NULL, material TEXT NOT NULL,
                root_from INTEGER NOT NULL CHECK (root_from > 0), root_to INTEGER NOT NULL CHECK (root_to >= root_from), weaning_days INTEGER NOT NULL CHECK (weaning_days >= 0), grow_on_days INTEGER NOT NULL CHECK (grow_on_days >= 0),
                heat_low REAL NOT NULL, heat_high REAL NOT NULL CHECK (heat_high >= heat_low), mist_low INTEGER NOT NULL CHECK (mist_low BETWEEN 0 AND 3), mist_high INTEGER NOT NULL CHECK (mist_high BETWEEN mist_low AND 3),
                prior_rate REAL NOT NULL CHECK (prior_rate > 0 AND prior_rate < 1), prior_strength REAL NOT NULL CHECK (prior_strength > 0), prior_phi REAL NOT NULL CHECK (prior_phi > 0),
                potting_rate REAL NOT NULL CHECK (potting_rate > 0 AND potting_rate < 1), potting_strength REAL NOT NULL CHECK (potting_strength > 0),
                tray_kind_id INTEGER NOT NULL REFERENCES tray_kind(id), mix TEXT NOT NULL, hormone TEXT, ready_share REAL NOT NULL CHECK (ready_share > 0 AND ready_share < 1),
                window_from INTEGER NOT NULL CHECK (window_from BETWEEN 1 AND 53), window_to INTEGER NOT NULL CHECK (window_to BETWEEN 1 AND 53), safety TEXT, note TEXT) STRICT',
            'CREATE TABLE stock_block (id INTEGER PRIMARY KEY AUTOINCREMENT, version INTEGER NOT NULL DEFAULT 1, code TEXT NOT NULL UNIQUE, crop_id INTEGER NOT NULL REFERENCES crop(id), place TEXT NOT NULL,
                plants INTEGER NOT NULL CHECK (plants >= 0), per_plant INTEGER NOT NULL CHECK (per_plant >= 0), recovery_weeks INTEGER NOT NULL CHECK (recovery_weeks >= 0), planted_year INTEGER NOT NULL, note TEXT) STRICT',
            "CREATE TABLE zone (id INTEGER PRIMARY KEY AUTOINCREMENT, version INTEGER NOT NULL DEFAULT 1, name TEXT NOT NULL UNIQUE, house TEXT NOT NULL, kind TEXT NOT NULL CHECK (kind IN ('mist','cover','open','frame')),
                trays INTEGER NOT NULL CHECK (trays > 0), heat_low REAL NOT NULL, heat_high REAL NOT NULL CHECK (heat_high >= heat_low), mist_low INTEGER NOT NULL CHECK (mist_low BETWEEN 0 AND 3), mist_high INTEGER NOT NULL CHECK (mist_high BETWEEN mist_low AND 3),
                x REAL NOT NULL, y REAL NOT NULL, length REAL NOT NULL CHECK (length > 0), width REAL NOT NULL CHECK (width > 0)) STRICT",
            "CREATE TABLE wanted (id INTEGER PRIMARY KEY AUTOINCREMENT, version INTEGER NOT NULL DEFAULT 1, crop_id INTEGER NOT NULL REFERENCES crop(id), plants INTEGER NOT NULL CHECK (plants > 0), pot_id INTEGER NOT NULL REFERENCES pot(id),
                ready_week TEXT NOT NULL CHECK (ready_week GLOB '[0-9][0-9][0-9][0-9]-W[0-5][0-9]'), customer_id INTEGER REFERENCES customer(id), priority TEXT NOT NULL CHECK (priority IN ('must','should','nice')), note TEXT,
                called_off INTEGER NOT NULL CHECK (called_off IN (0, 1)), entered_by_id INTEGER NOT NULL REFERENCES account(id), entered_at TEXT NOT NULL) STRICT",
            'CREATE TABLE batch (id INTEGER PRIMARY KEY AUTOINCREMENT, version INTEGER NOT NULL DEFAULT 1, code TEXT NOT NULL UNIQUE, crop_id INTEGER NOT NULL REFERENCES crop(id), method TEXT NOT NULL, material TEXT NOT NULL,
                wanted_id INTEGER REFERENCES wanted(id), block_id INTEGER NOT NULL REFERENCES stock_block(id), zone_id INTEGER NOT NULL REFERENCES zone(id), tray_kind_id INTEGER NOT NULL REFERENCES tray_kind(id),
                trays INTEGER NOT NULL CHECK (trays > 0), planned INTEGER NOT NULL CHECK (planned > 0), needed INTEGER CHECK (needed > 0), confidence REAL CHECK (confidence > 0 AND confidence < 1),
                stick_on TEXT NOT NULL, rooted_from TEXT NOT NULL, rooted_by TEXT NOT NULL CHECK (rooted_by >= rooted_from), wean_on TEXT NOT NULL, pot_on TEXT NOT NULL CHECK (pot_on >= stick_on), ready_on TEXT NOT NULL,
                stuck_on TEXT, left_bench_on TEXT CHECK (left_bench_on IS NULL OR left_bench_on >= stuck_on), mix TEXT, hormone TEXT, tray_numbers TEXT, called_off INTEGER NOT NULL CHECK (called_off IN (0, 1)), rested_on TEXT,
                planned_by_id INTEGER NOT NULL REFERENCES account(id), planned_at TEXT NOT NULL) STRICT',
            'CREATE INDEX batch_crop ON batch (crop_id)',
            'CREATE INDEX batch_wanted ON batch (wanted_id)',
            'CREATE INDEX batch_zone ON batch (zone_id, stick_on)',
            'CREATE TABLE batch_people (batch_id INTEGER NOT NULL REFERENCES batch(id), account_id INTEGER NOT NULL REFERENCES account(id), PRIMARY KEY (batch_id, account_id)) STRICT',
            'CREATE TABLE batch_standing (batch_id INTEGER PRIMARY KEY REFERENCES batch(id), came_in INTEGER NOT NULL, stuck INTEGER NOT NULL, rooted INTEGER NOT NULL, waiting INTEGER NOT NULL, potted INTEGER NOT NULL,
                live INTEGER NOT NULL, counted INTEGER NOT NULL, lost TEXT NOT NULL, states TEXT NOT NULL) STRICT',
        ];
    }

    /** @return list<string> */
    private function book(): array
    {
        $states = self::STATES;
        $causes = self::CAUSES;

        return [
            'CREATE TABLE line (id INTEGER PRIMARY KEY AUTOINCREMENT, batch_id INTEGER NOT NULL REFERENCES batch(id), number INTEGER NOT NULL CHECK (number > 0), since TEXT NOT NULL, note TEXT, UNIQUE (batch_id, number)) STRICT',
            "CREATE TABLE act (id INTEGER PRIMARY KEY AUTOINCREMENT, kind TEXT NOT NULL CHECK (kind IN ('stick','count_and_pot','split','merge','change_method','lose','move_on','undo')), batch_id INTEGER NOT NULL REFERENCES batch(id),
                on_day TEXT NOT NULL, at TEXT NOT NULL, by_id INTEGER NOT NULL REFERENCES account(id), says TEXT NOT NULL, undoes INTEGER UNIQUE REFERENCES act(id), CHECK ((kind = 'undo') = (undoes IS NOT NULL))) STRICT",
            'CREATE INDEX act_batch ON act (batch_id)',
            "CREATE TABLE entry (id INTEGER PRIMARY KEY AUTOINCREMENT, act_id INTEGER NOT NULL REFERENCES act(id),
                from_line INTEGER REFERENCES line(id), from_state TEXT CHECK (from_state IN ({$states})), to_line INTEGER REFERENCES line(id), to_state TEXT CHECK (to_state IN ({$states})),
                count INTEGER NOT NULL CHECK (count > 0), cause TEXT CHECK (cause IN ({$causes})), reverses INTEGER UNIQUE REFERENCES entry(id),
                CHECK ((from_line IS NULL) = (from_state IS NULL)), CHECK ((to_line IS NULL) = (to_state IS NULL)), CHECK (from_line IS NOT NULL OR to_line IS NOT NULL),
                CHECK (reverses IS NOT NULL OR ((to_state = 'lost') = (cause IS NOT NULL)))) STRICT",
            'CREATE INDEX entry_act ON entry (act_id)',
            'CREATE INDEX entry_from ON entry (from_line)',
            'CREATE INDEX entry_to ON entry (to_line)',
            "CREATE TABLE standing (line_id INTEGER NOT NULL REFERENCES line(id), state TEXT NOT NULL CHECK (state IN ({$states})), count INTEGER NOT NULL CHECK (count >= 0), PRIMARY KEY (line_id, state)) STRICT",
            "CREATE TABLE root_check (id INTEGER PRIMARY KEY AUTOINCREMENT, line_id INTEGER NOT NULL REFERENCES line(id), on_day TEXT NOT NULL, stages TEXT NOT NULL, there INTEGER NOT NULL CHECK (there >= lifted), lifted INTEGER NOT NULL CHECK (lifted > 0), rooted INTEGER NOT NULL CHECK (rooted BETWEEN 0 AND lifted),
                threshold REAL NOT NULL, chance REAL NOT NULL CHECK (chance BETWEEN 0 AND 1), verdict TEXT NOT NULL CHECK (verdict IN ('ready','not_yet','lift_more')), note TEXT, by_id INTEGER NOT NULL REFERENCES account(id), at TEXT NOT NULL) STRICT",
            'CREATE INDEX root_check_line ON root_check (line_id, on_day)',
        ];
    }

    /** @return list<string> */
    private function guards(): array
    {
        $guards = [];
        foreach (['entry', 'act'] as $table) {
            foreach (['UPDATE', 'DELETE'] as $what) {
                $guards[] = sprintf("CREATE TRIGGER %s_no_%s BEFORE %s ON %s BEGIN SELECT RAISE(ABORT, 'The count book is only added to: enter a reversal.'); END", $table, strtolower($what), $what, $table);
            }
        }
        // States in the order of their course; a plant moves one step on, is lost, crosses to another line, or goes back to the knife.
        $step = static fn (string $column) => sprintf("instr('to_stick>stuck>rooted>potted>grown>sold', %s)", $column);

        return [
            ...$guards,
            "CREATE TRIGGER entry_possible BEFORE INSERT ON entry WHEN NEW.reverses IS NULL AND NOT coalesce(
                (NEW.from_line IS NULL AND NEW.to_state = 'to_stick')
                OR (NEW.from_line = NEW.to_line AND NEW.from_state || '>' || NEW.to_state IN ('to_stick>stuck','stuck>rooted','rooted>potted','potted>grown','grown>sold'))
                OR (NEW.from_line = NEW.to_line AND NEW.to_state = 'lost' AND {$step('NEW.from_state')} > 0 AND NEW.from_state <> 'sold')
                OR (NEW.from_line <> NEW.to_line AND NEW.from_state = NEW.to_state AND NEW.to_state NOT IN ('sold','lost'))
                OR (NEW.from_line <> NEW.to_line AND NEW.to_state = 'to_stick' AND NEW.from_state IN ('to_stick','stuck','rooted','potted')), 0)
                BEGIN SELECT RAISE(ABORT, 'No plant can make this move.'); END",
            "CREATE TRIGGER entry_reverses BEFORE INSERT ON entry WHEN NEW.reverses IS NOT NULL AND NOT EXISTS (
                SELECT 1 FROM entry o WHERE o.id = NEW.reverses AND o.reverses IS NULL AND o.from_line IS NEW.to_line AND o.from_state IS NEW.to_state
                AND o.to_line IS NEW.from_line AND o.to_state IS NEW.from_state AND o.count = NEW.count AND o.cause IS NEW.cause)
                BEGIN SELECT RAISE(ABORT, 'A reversal mirrors the entry it reverses.'); END",
            "CREATE TRIGGER entry_takes AFTER INSERT ON entry WHEN NEW.from_line IS NOT NULL BEGIN
                SELECT RAISE(ABORT, 'No place holds less than nothing.') WHERE coalesce((SELECT count FROM standing WHERE line_id = NEW.from_line AND state = NEW.from_state), 0) < NEW.count;
                UPDATE standing SET count = count - NEW.count WHERE line_id = NEW.from_line AND state = NEW.from_state; END",
            'CREATE TRIGGER entry_gives AFTER INSERT ON entry WHEN NEW.to_line IS NOT NULL BEGIN
                INSERT INTO standing (line_id, state, count) VALUES (NEW.to_line, NEW.to_state, NEW.count) ON CONFLICT (line_id, state) DO UPDATE SET count = count + NEW.count; END',
        ];
    }
}
