<?php

declare(strict_types=1);

namespace WetCradle\Core\Records;

use WetCradle\Core\Book\LossCause;

/** What a column of a table that is brought in may hold. */
enum Column: string
{
    case Crop = 'crop';
    case Way = 'way';
    case Source = 'source';
    case StuckOn = 'stuckOn';
    case Stuck = 'stuck';
    case Rooted = 'rooted';
    case Potted = 'potted';
    case LostRot = 'lost_rot';
    case LostDriedOut = 'lost_dried_out';
    case LostPest = 'lost_pest';
    case LostMechanical = 'lost_mechanical';
    case LostMislaid = 'lost_mislaid';
    case LostTooPoor = 'lost_too_poor';
    case LostUnrooted = 'lost_unrooted';
    case LostNoRoom = 'lost_no_room';
    case Hormone = 'hormone';
    case Mix = 'mix';
    case Note = 'note';
    case Customer = 'customer';
    case Plants = 'plants';
    case Pot = 'pot';
    case ReadyWeek = 'readyWeek';
    case Priority = 'priority';
    case OnlyFrom = 'onlyFrom';
    case Name = 'name';
    case Pattern = 'pattern';
    case Code = 'code';
    case Place = 'place';
    case PlantedYear = 'plantedYear';
    case Shoots = 'shoots';
    case RecoveryWeeks = 'recoveryWeeks';
    case Cells = 'cells';
    case CellMl = 'cellMl';
    case LengthCm = 'lengthCm';
    case WidthCm = 'widthCm';
    case Millilitres = 'millilitres';
    case AcrossCm = 'acrossCm';
    case Number = 'number';
    case Holder = 'holder';
    case From = 'from';
    case To = 'to';
    case Royalty = 'royalty';
    case Counts = 'counts';
    case What = 'what';
    case GivenAs = 'kind';
    case Form = 'form';
    case Ppm = 'ppm';
    case MadeOn = 'madeOn';
    case KeepsUntil = 'keepsUntil';
    case Reference = 'reference';
    case Label = 'label';
    case Block = 'block';
    case Row = 'row';
    case Sex = 'sex';
    case SignIn = 'signIn';
    case Role = 'role';

    /** Whether cells of such looks could say it: what is a day is no number, and what is a number is no day. */
    public function mayBe(Looks $looks): bool
    {
        return match ($this) {
            self::StuckOn, self::ReadyWeek, self::PlantedYear, self::From, self::To, self::MadeOn, self::KeepsUntil => $looks !== Looks::Figures,
            self::Crop, self::Way, self::Source, self::Hormone, self::Mix, self::Note, self::Customer, self::Pot, self::Priority, self::OnlyFrom, self::Name,
            self::Pattern, self::Code, self::Place, self::Number, self::Holder, self::Counts, self::What,
            self::GivenAs, self::Form, self::Reference, self::Label, self::Block, self::Row, self::Sex, self::SignIn, self::Role => true,
            default => $looks !== Looks::Days,
        };
    }

    public static function lostOf(LossCause $cause): self
    {
        return self::from("lost_{$cause->value}");
    }
}
