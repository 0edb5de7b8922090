<?php

declare(strict_types=1);

namespace WetCradle\Server\Records;

use WetCradle\Core\Compute\Fields;
use WetCradle\Core\Records\Cells;
use WetCradle\Core\Records\Kind;
use WetCradle\Core\Records\LookAlike;
use WetCradle\Server\Bench\TrayKinds;
use WetCradle\Server\Plan\TrayKind;

/** Kinds of tray. */
final class BringTrayKinds implements Bringer
{
    public function __construct(private readonly TrayKinds $kinds)
    {
    }

    public function kind(): Kind
    {
        return Kind::TrayKinds;
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
        $kind = new TrayKind('', 1, 1, 1.0, 1.0);
        $this->kinds->read(Fields::of([
            'name' => $cells->words('name', 60), 'cells' => $cells->count('cells'), 'cellMl' => $cells->count('cellMl'),
            'lengthCm' => $cells->number('lengthCm'), 'widthCm' => $cells->number('widthCm'),
        ]), $kind);

        return ['claims' => ['name' => LookAlike::plain($kind->name)], 'says' => $kind->name, 'make' => static fn () => $kind];
    }
}
