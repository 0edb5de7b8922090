<?php

declare(strict_types=1);

namespace WetCradle\Server\Nursery;

/** A kind of thing that is entered, and taken out again where nothing rests on it; as the history calls it. */
enum Record: string
{
    case Check = 'check';
    case Inspection = 'inspection';
    case Sign = 'sign';
    case Care = 'stock_care';
    case Dip = 'made_dip';
    case Treatment = 'treatment';
    case Step = 'lot_step';
    case Mix = 'mix';
    case Part = 'mix_part';
    case TrayKind = 'tray_kind';
    case Pot = 'pot';
    case Licence = 'licence';
    case Hormone = 'hormone_stock';
    case Sanitiser = 'sanitiser';
    case Customer = 'customer';
    case Person = 'account';
    case BroughtIn = 'brought_in';

    public function table(): string
    {
        return match ($this) {
            self::Check => 'root_check',
            self::Inspection => 'inspection',
            self::Sign => 'sign_seen',
            self::Care => 'stock_care',
            self::Dip => 'made_dip',
            self::Treatment => 'treatment',
            self::Step => 'lot_step',
            self::Mix => 'mix',
            self::Part => 'mix_part',
            self::TrayKind => 'tray_kind',
            self::Pot => 'pot',
            self::Licence => 'licence',
            self::Hormone => 'hormone_stock',
            self::Sanitiser => 'sanitiser',
            self::Customer => 'customer',
            self::Person => 'account',
            self::BroughtIn => 'brought_in',
        };
    }

    /** Whether whoever logs the day's work may take it out; all else is the propagator's. */
    public function isLogged(): bool
    {
        return in_array($this, [self::Check, self::Inspection, self::Sign, self::Care, self::Dip, self::Treatment, self::Step], true);
    }

    /** By what a person calls one, in a column of its own name or as SQL says it of its row `t`. */
    public function said(): string
    {
        return match ($this) {
            self::Check => "'The check of ' || (SELECT b.code FROM line l JOIN batch b ON b.id = l.batch_id WHERE l.id = t.line_id) || ' on ' || t.on_day",
            self::Inspection => "'The inspection of ' || (SELECT k.code FROM stock_block k WHERE k.id = t.block_id) || ' on ' || t.on_day",
            self::Sign => "'The sign seen on ' || t.seen_on",
            self::Care => "'What was done for ' || (SELECT k.code FROM stock_block k WHERE k.id = t.block_id) || ' on ' || t.on_day",
            self::Dip => "'The dip of ' || (SELECT h.name FROM hormone_stock h WHERE h.id = t.stock_id) || ' made on ' || substr(t.made_at, 1, 10)",
            self::Step => "'The step of ' || (SELECT p.code FROM pot_lot p WHERE p.id = t.lot_id) || ' on ' || t.on_day",
            self::Treatment => "'The treatment with ' || t.product || ' on ' || substr(t.at, 1, 10)",
            self::Licence => "'Licence ' || t.number",
            default => 't.name',
        };
    }

    /** @return array<string, string> tables whose rows go along, each with the condition by which they are of it */
    public function own(): array
    {
        return match ($this) {
            self::Dip => ['made_dip_batch' => 'made_dip_id = ?'],
            default => [],
        };
    }
}
