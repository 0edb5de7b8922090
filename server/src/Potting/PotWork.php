<?php

declare(strict_types=1);

namespace WetCradle\Server\Potting;

use WetCradle\Core\Mixing\MixVolume;
use WetCradle\Core\Mixing\Volume;
use WetCradle\Server\Mixing\Mixes;
use WetCradle\Server\Nursery\House;
use WetCradle\Server\Plan\Batch;
use WetCradle\Server\Wanted\Pot;

/** What filling so many pots needs on the bench: mix, barrows, hours, where they stand, what to mind. */
final class PotWork
{
    public function __construct(private readonly Mixes $mixes, private readonly House $house)
    {
    }

    /**
     * @param int $ball millilitres that the root ball fills by itself, of what comes out of a pot; out of a cell hardly any
     *
     * @return array<string, mixed>
     */
    public function of(Batch $batch, Pot $pot, int $pots, string $mix, int $ball = 0): array
    {
        $each = MixVolume::inHouse(1, 1, (float) ($pot->millilitres - $ball), $this->house->defaults());
        $made = $this->mixes->made($mix, Volume::litres(max($each, $pots * $each)), [], $each);

        return [
            'mix' => $made, 'potsABarrow' => (int) floor($made['barrow'] / $each + 1e-9),
            'hours' => $this->house->nursery()->norms()->hoursToPot($pots, $pot->name),
        ] + self::inPots($batch, $pot, $pots);
    }

    /**
     * What comes out of its trays: potted; or counted and set apart, where it stands in its pots already or leaves in its tray; or lifted.
     *
     * @return array<string, mixed>
     */
    public function outOfTrays(Batch $batch, Pot $pot, int $pots): array
    {
        $sheet = $batch->way($pot);
        if ($sheet->potting->fillsPots($pot->name)) {
            return $this->of($batch, $pot, $pots, $sheet->potting->mix);
        }
        $trays = $sheet->potting->isStuckInto($pot->name) ? $sheet->setting->traysOf($pots, $batch->trayKind->cells) : null;

        return [
            'mix' => null, 'potsABarrow' => null, 'hours' => $this->house->nursery()->norms()->hoursToPot($pots, $pot->name, $trays),
        ] + self::inPots($batch, $pot, $pots);
    }

    /** @return array<string, mixed> */
    private static function inPots(Batch $batch, Pot $pot, int $pots): array
    {
        $sheet = $batch->way($pot);

        return [
            'pots' => $pots, 'pot' => $pot->toArray(), 'zone' => $batch->potsZone?->name, 'spaced' => $batch->potsSpaced,
            'feedsItself' => $sheet->potting->hasSlowRelease(), 'safety' => $sheet->safety,
        ];
    }
}
