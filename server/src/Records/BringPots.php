<?php

declare(strict_types=1);

namespace WetCradle\Server\Records;

use WetCradle\Core\Compute\Fields;
use WetCradle\Core\Records\Cells;
use WetCradle\Core\Records\Kind;
use WetCradle\Core\Records\LookAlike;
use WetCradle\Server\Wanted\Pot;
use WetCradle\Server\Wanted\Pots;

/** Sizes of pot. */
final class BringPots implements Bringer
{
    public function __construct(private readonly Pots $pots)
    {
    }

    public function kind(): Kind
    {
        return Kind::Pots;
    }

    public function known(): array
    {
        return [];
    }

    public function mayBeNew(): array
    {
        return [];
    }

    public function read(Cells $cells, Meant $meant, BroughtIn $from, int $line): array
    {
        $pot = new Pot('', 1, 1.0);
        $this->pots->read(Fields::of([
            'name' => $cells->words('name', 20), 'millilitres' => $cells->count('millilitres'), 'acrossCm' => $cells->number('acrossCm'),
        ]), $pot);

        return ['claims' => ['name' => LookAlike::plain($pot->name)], 'says' => $pot->name, 'make' => static fn () => $pot];
    }
}
