<?php

declare(strict_types=1);

namespace WetCradle\Core\Calendar;

use WetCradle\Core\Fact;
use WetCradle\Core\Refused;

/** The weeks of the year in which a crop's material is right, first and last included; may run over New Year. */
final class MaterialWindow
{
    private function __construct(public readonly int $from, public readonly int $to)
    {
    }

    /** @throws Refused for the field that is wrong */
    public static function of(int $from, int $to): self
    {
        foreach (['from' => $from, 'to' => $to] as $field => $week) {
            if ($week < 1 || $week > 53) {
                throw Refused::because('not_a_week', $field, Fact::of('refused.material_window.not_a_week'));
            }
        }

        return new self($from, $to);
    }

    /**
     * First and last week of the window that begins in this year, before anything moves it.
     *
     * @return array{Week, Week}
     */
    public function in(int $year): array
    {
        return [Week::inYear($year, $this->from), Week::inYear($this->to < $this->from ? $year + 1 : $year, $this->to)];
    }
}
