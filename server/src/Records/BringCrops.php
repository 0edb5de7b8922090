<?php

declare(strict_types=1);

namespace WetCradle\Server\Records;

use WetCradle\Core\Compute\Fields;
use WetCradle\Core\Crops\Pattern;
use WetCradle\Core\Crops\WaySheet;
use WetCradle\Core\Records\Cells;
use WetCradle\Core\Records\Kind;
use WetCradle\Server\Bench\TrayKinds;
use WetCradle\Server\Crops\Crop;
use WetCradle\Server\Crops\NewCrops;
use WetCradle\Server\Crops\Sheets;
use WetCradle\Server\Nursery\House;
use WetCradle\Server\Nursery\Words;

/** Crops, each begun from a pattern as the rules of the house shape it. */
final class BringCrops implements Bringer
{
    public function __construct(
        private readonly NewCrops $crops,
        private readonly Sheets $sheets,
        private readonly TrayKinds $kinds,
        private readonly House $house,
        private readonly Words $words,
    ) {
    }

    public function kind(): Kind
    {
        return Kind::Crops;
    }

    public function known(): array
    {
        $patterns = [];
        foreach (Pattern::cases() as $pattern) {
            $patterns[$pattern->value] = $this->words->say($pattern->words());
        }

        return ['pattern' => $patterns];
    }

    public function mayBeNew(): array
    {
        return [];
    }

    public function read(Cells $cells, Meant $meant, BroughtIn $from, int $line): array
    {
        $name = $this->crops->freeName(Fields::of(['name' => $cells->words('name')]));
        $pattern = Pattern::from($meant->key('pattern', $cells->words('pattern')));

        return ['claims' => ['name' => Crop::slugOf($name)], 'says' => $name, 'make' => function () use ($name, $pattern): Crop {
            $like = WaySheet::of($pattern->sheet((int) $this->kinds->standard()->id));
            $sheet = $this->house->nursery()->rules()->shape($pattern->sheet((int) $this->kinds->toStartFrom($like)->id));

            return $this->crops->add($name, $this->sheets->read(Fields::of($sheet)));
        }];
    }
}
