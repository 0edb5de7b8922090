<?php

declare(strict_types=1);

namespace WetCradle\Core\Crops;

use WetCradle\Core\Calendar\MaterialWindow;
use WetCradle\Core\Compute\Fields;
use WetCradle\Core\Fact;
use WetCradle\Core\Refused;

/** Weeks at the reference climate in which the material is right, and the sign that says so. */
final class SignedWindow
{
    private function __construct(public readonly MaterialWindow $weeks, public readonly Sign $sign)
    {
    }

    public static function of(int $from, int $to, Sign $sign): self
    {
        return new self(MaterialWindow::of($from, $to), $sign);
    }

    /**
     * @param Fields $in {from, to, sign, overNewYear?}: a window that ends before it begins must say that it runs over New Year
     *
     * @throws Refused for `to` or `overNewYear`
     */
    public static function read(Fields $in): self
    {
        [$from, $to] = [$in->count('from', 1, 53), $in->count('to', 1, 53)];
        $over = $in->has('overNewYear') && $in->flag('overNewYear');
        if ($to < $from && !$over) {
            throw $in->refuse('upside_down', 'to', Fact::of('refused.signed_window.upside_down', to: $to, from: $from));
        }
        if ($to >= $from && $over) {
            throw $in->refuse('upside_down', 'overNewYear', Fact::of('refused.signed_window.upside_down_over_new_year', from: $from, to: $to));
        }
        $window = self::of($from, $to, $in->choice('sign', Sign::class));
        $in->done();

        return $window;
    }

    /** @return array{from: int, to: int, sign: string, overNewYear: bool} */
    public function toArray(): array
    {
        return ['from' => $this->weeks->from, 'to' => $this->weeks->to, 'sign' => $this->sign->value, 'overNewYear' => $this->weeks->to < $this->weeks->from];
    }
}
