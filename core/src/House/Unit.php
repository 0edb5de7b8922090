<?php

declare(strict_types=1);

namespace WetCradle\Core\House;

use WetCradle\Core\Fact;

/** What a number of the house is counted in. */
enum Unit: string
{
    case Days = 'days';
    case Weeks = 'weeks';
    case Minutes = 'minutes';
    /** Minutes from midnight. */
    case TimeOfDay = 'time_of_day';
    case Share = 'share';
    case Times = 'times';
    case Count = 'count';
    case Celsius = 'celsius';
    /** A difference of °C. */
    case Degrees = 'degrees';
    case Litres = 'litres';
    case Centimetres = 'centimetres';
    case Grams = 'grams';
    case MillilitresACm = 'millilitres_a_cm';
    case GramsACm = 'grams_a_cm';
    case Money = 'money';
    case Seconds = 'seconds';
    case Millimetres = 'millimetres';
    case ASquareMetre = 'a_square_metre';
    case LitresAMinute = 'litres_a_minute';
    /** From the equator. */
    case Latitude = 'latitude';
    case WattsAMetreKelvin = 'watts_a_metre_kelvin';

    /** Whether there are no halves of it. */
    public function isWhole(): bool
    {
        return in_array($this, [self::Days, self::Weeks, self::Minutes, self::TimeOfDay, self::Seconds], true);
    }

    /** As a sentence says it; money without its sign. */
    public function said(float $value): Fact
    {
        return match ($this) {
            self::TimeOfDay => Fact::of('unit.time_of_day', value: sprintf('%02d:%02d', intdiv((int) $value, 60), (int) $value % 60)),
            self::Share => Fact::of('unit.share', value: rtrim(rtrim(sprintf('%.1F', 100 * $value), '0'), '.')),
            default => Fact::of("unit.{$this->value}", value: rtrim(rtrim(sprintf('%.3F', $value), '0'), '.')),
        };
    }
}
