<?php

declare(strict_types=1);

namespace WetCradle\Core\Records;

use WetCradle\Core\Book\LossCause;

/** What somebody brings in from a table, and what of it has a column. */
enum Kind: string
{
    case PastBatches = 'past_batches';
    case Orders = 'orders';
    case Crops = 'crops';
    case Blocks = 'blocks';
    case Plants = 'plants';
    case Customers = 'customers';
    case TrayKinds = 'tray_kinds';
    case Pots = 'pots';
    case Licences = 'licences';
    case People = 'people';
    case Hormones = 'hormones';

    /** @return non-empty-list<Column> in the order of a template */
    public function columns(): array
    {
        return match ($this) {
            self::PastBatches => [
                Column::Crop, Column::Way, Column::Source, Column::StuckOn, Column::Stuck, Column::Rooted, Column::Potted,
                ...array_map(Column::lostOf(...), LossCause::cases()), Column::Hormone, Column::Mix, Column::Note,
            ],
            self::Orders => [
                Column::Customer, Column::Crop, Column::Plants, Column::Pot, Column::ReadyWeek, Column::Priority, Column::OnlyFrom, Column::Reference,
                Column::Note, Column::Sex,
            ],
            self::Crops => [Column::Name, Column::Pattern],
            self::Blocks => [
                Column::Code, Column::Crop, Column::Plants, Column::Place, Column::PlantedYear, Column::Shoots, Column::RecoveryWeeks, Column::Note,
            ],
            self::Plants => [Column::Label, Column::Block, Column::Row, Column::Sex, Column::Note],
            self::Customers => [Column::Name],
            self::TrayKinds => [Column::Name, Column::Cells, Column::CellMl, Column::LengthCm, Column::WidthCm],
            self::Pots => [Column::Name, Column::Millilitres, Column::AcrossCm],
            self::Licences => [
                Column::Crop, Column::Number, Column::Holder, Column::From, Column::To, Column::Plants, Column::Royalty, Column::Counts,
            ],
            self::People => [Column::Name, Column::SignIn, Column::Role],
            self::Hormones => [Column::Name, Column::What, Column::GivenAs, Column::Form, Column::Ppm, Column::MadeOn, Column::KeepsUntil],
        };
    }

    /** Whether no row can do without it. */
    public function needs(Column $column): bool
    {
        return match ($this) {
            self::PastBatches => in_array($column, [Column::Crop, Column::StuckOn, Column::Stuck, Column::Rooted], true),
            self::Orders => in_array($column, [Column::Crop, Column::Plants, Column::Pot, Column::ReadyWeek], true),
            self::Blocks => !in_array($column, [Column::RecoveryWeeks, Column::Note], true),
            self::Licences => $column !== Column::Royalty,
            self::Hormones => !in_array($column, [Column::Form, Column::MadeOn, Column::KeepsUntil], true),
            self::Plants => in_array($column, [Column::Label, Column::Block, Column::Row], true),
            self::People => $column === Column::Name,
            self::Crops, self::Customers, self::TrayKinds, self::Pots => true,
        };
    }
}
