<?php

declare(strict_types=1);

namespace WetCradle\Core\Calendar;

use WetCradle\Core\Refused;

/** The weeks of the year in which a crop's material is right, first and last included; may run over New Year. */
final class MaterialWindow
{
    private function __construct(public readonly int $from, public readonly int $to)
    {
    }

    public static function of(int $from, int $to): self
    {
        foreach (['windowFrom' => $from, 'windowTo' => $to] as $field => $week) {
            if ($week < 1 || $week > 53) {
                throw Refused::because('not_a_week', $field, 'A week of the year lies between 1 and 53.');
            }
        }

        return new self($from, $to);
    }

    public function isOpenIn(Week $week): bool
    {
        $number = $week->number();

        return $this->from <= $this->to
            ? $number >= $this->from && $number <= $this->to
            : $number >= $this->from || $number <= $this->to;
    }

    /** Weeks from this one until it next opens; 0 when it is open. */
    public function opensIn(Week $week): int
    {
        for ($weeks = 0; $weeks < 53; ++$weeks) {
            if ($this->isOpenIn($week->plus($weeks))) {
                return $weeks;
            }
        }

        return 53;
    }
}
