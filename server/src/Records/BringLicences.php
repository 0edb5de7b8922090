<?php

declare(strict_types=1);

namespace WetCradle\Server\Records;

use WetCradle\Core\Compute\Fields;
use WetCradle\Core\Records\Cells;
use WetCradle\Core\Records\Kind;
use WetCradle\Core\Records\LookAlike;
use WetCradle\Core\Stock\CountedOn;
use WetCradle\Server\Crops\Crop;
use WetCradle\Server\Crops\Ways;
use WetCradle\Server\Stock\HeldLicence;
use WetCradle\Server\Stock\LicenceForm;

/** Licences to propagate protected crops. */
final class BringLicences implements Bringer
{
    public function __construct(private readonly Ways $ways, private readonly LicenceForm $form)
    {
    }

    public function kind(): Kind
    {
        return Kind::Licences;
    }

    public function known(): array
    {
        return ['crop' => array_map(static fn (Crop $crop) => $crop->name, $this->crops())];
    }

    public function mayBeNew(): array
    {
        return [];
    }

    public function read(Cells $cells, Meant $meant, BroughtIn $from, int $line): array
    {
        $crop = $this->crops()[$meant->key('crop', $cells->words('crop'))];
        [$holder, $licence] = $this->form->read(Fields::of([
            'number' => $cells->words('number', 60),
            'holder' => $cells->words('holder'),
            'from' => $cells->day('from')->format('Y-m-d'),
            'to' => $cells->day('to')->format('Y-m-d'),
            'plants' => $cells->count('plants'),
            'royalty' => $cells->has('royalty') ? $cells->number('royalty') : 0.0,
            'counts' => $cells->oneOf('counts', array_column(CountedOn::cases(), 'value')),
        ]));

        $make = static function () use ($crop, $holder, $licence): HeldLicence {
            $crop->protectedBy ??= $holder;

            return new HeldLicence($crop, $holder, $licence);
        };

        return ['claims' => ['number' => LookAlike::plain($licence->number)], 'says' => $licence->number, 'make' => $make];
    }

    /** @return array<string, Crop> by slug */
    private function crops(): array
    {
        $crops = [];
        foreach ($this->ways->crops() as $crop) {
            $crops[$crop->slug] = $crop;
        }

        return $crops;
    }
}
