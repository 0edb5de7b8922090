<?php

declare(strict_types=1);

namespace WetCradle\Server\Mixing;

use Doctrine\ORM\EntityManagerInterface;
use WetCradle\Core\Crops\HormoneKind;
use WetCradle\Core\Crops\School;
use WetCradle\Core\Crops\Wash;
use WetCradle\Core\Crops\WaySheet;
use WetCradle\Core\House\HouseDefault;
use WetCradle\Core\Mixing\MixVolume;
use WetCradle\Core\Mixing\Volume;
use WetCradle\Server\Nursery\House;
use WetCradle\Server\Plan\Batch;

/** What is made up for a day: mixes, dips, and what blades and trays are cleaned in. */
final class DayMaking
{
    public function __construct(
        private readonly EntityManagerInterface $em,
        private readonly Mixes $mixes,
        private readonly Shelf $shelf,
        private readonly House $house,
    ) {
    }

    /**
     * @param array<string, Batch> $batches
     *
     * @return list<array<string, mixed>> a mix each, for all that is stuck into it
     */
    public function mixed(array $batches): array
    {
        $by = [];
        foreach ($batches as $batch) {
            $by[$batch->sheet->core()->setting->mix][] = $batch;
        }
        ksort($by);
        $steps = [];
        foreach ($by as $mix => $all) {
            $litres = array_sum(
                array_map(fn (Batch $b) => MixVolume::inHouse($b->amount->trays, $b->trayKind->cells, $b->trayKind->cellMl, $this->house->defaults()), $all),
            );
            $steps[] = ['step' => 'mix:'.mb_substr((string) $mix, 0, 150), 'batches' => array_map(static fn (Batch $b) => $b->code, $all)]
                + $this->mixes->made(
                    (string) $mix,
                    Volume::litres($litres),
                    array_map(static fn (Batch $b) => ['batch' => $b->code, 'sheet' => $b->sheet->core()], $all),
                );
        }

        return $steps;
    }

    /**
     * @param array<string, Batch> $batches
     *
     * @return list<array<string, mixed>> a dip each, for all that asks for the same
     */
    public function dips(array $batches): array
    {
        $by = [];
        foreach ($batches as $batch) {
            $hormone = $batch->sheet->core()->taking->hormone;
            if ($hormone->kind !== HormoneKind::None) {
                $by[(string) $hormone->words()][] = $batch;
            }
        }
        ksort($by);
        $steps = [];
        foreach ($by as $words => $all) {
            $hormone = $all[0]->sheet->core()->taking->hormone;
            $cuttings = array_sum(array_map(static fn (Batch $b) => $b->amount->planned, $all));
            $depth = max(array_map(fn (Batch $b) => $this->dipDepth($b->sheet->core()), $all));
            $codes = array_map(static fn (Batch $b) => $b->code, $all);
            $steps[] = [
                'step' => 'dip:'.$words, 'hormone' => $words, 'kind' => $hormone->kind, 'asked' => (int) $hormone->ppm,
                'cuttings' => $cuttings, 'depthCm' => $depth, 'batches' => $codes, 'made' => $this->madeFor($all),
            ] + $this->shelf->dip($hormone, $cuttings, $depth);
        }

        return $steps;
    }

    /**
     * @param list<Batch> $batches
     *
     * @return ?array<string, mixed> the dip that was made for all of them
     */
    private function madeFor(array $batches): ?array
    {
        $made = $this->em->createQuery(
            'SELECT m FROM '.MadeDip::class.' m JOIN m.batches b WHERE b IN (:batches) GROUP BY m.id HAVING COUNT(b.id) = :all ORDER BY m.id DESC',
        )->setParameter('batches', $batches)->setParameter('all', count($batches))->setMaxResults(1)->getOneOrNullResult();

        return $made instanceof MadeDip ? $made->toArray() : null;
    }

    /**
     * For blades and trays; and for the cuttings, where the house dips them and their sheet lets it.
     *
     * @param array<string, Batch> $batches
     *
     * @return ?array<string, mixed>
     */
    public function sanitiser(array $batches): ?array
    {
        $rule = $this->house->nursery()->rules()->of(School::Dip);
        $sanitiser = $this->em->getRepository(Disinfectant::class)->findOneBy(
            $rule === 'none' ? [] : ['forMaterial' => true],
            ['id' => 'ASC'],
        ) ?? $this->em->getRepository(Disinfectant::class)->findOneBy([], ['id' => 'ASC']);
        if ($sanitiser === null) {
            return null;
        }
        $dipped = $rule === 'none' || !$sanitiser->forMaterial
            ? []
            : array_filter($batches, static fn (Batch $b) => $b->sheet->core()->taking->wash === Wash::Allowed);

        return [
            'step' => 'clean:'.$sanitiser->name, 'name' => $sanitiser->name, 'words' => $sanitiser->core()->words(),
            'litres' => $this->house->defaults()->number(HouseDefault::Bucket), 'minutes' => $sanitiser->minutes, 'neverMeets' => $sanitiser->neverMeets,
            'dipped' => array_keys($dipped),
            'never' => array_keys(array_filter($batches, static fn (Batch $b) => $b->sheet->core()->taking->wash === Wash::Never)),
        ] + $sanitiser->core()->make(Volume::litres($this->house->defaults()->number(HouseDefault::Bucket)))->toArray();
    }

    private function dipDepth(WaySheet $way): float
    {
        return max(0.5, min($this->house->defaults()->number(HouseDefault::DipDepth), $way->setting->depthCm));
    }
}
