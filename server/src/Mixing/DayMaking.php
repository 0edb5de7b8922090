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
            $by[$batch->made()->setting->mix][] = $batch;
        }
        ksort($by);
        $steps = [];
        foreach ($by as $mix => $all) {
            $litres = array_sum(
                array_map(fn (Batch $b) => MixVolume::inHouse($b->traysToFill(), $b->trayKind->cells, $b->trayKind->cellMl, $this->house->defaults()), $all),
            );
            $steps[] = ['step' => 'mix:'.mb_substr((string) $mix, 0, 150), 'batches' => array_map(static fn (Batch $b) => $b->code, $all)]
                + $this->mixes->made(
                    (string) $mix,
                    Volume::litres($litres),
                    array_map(static fn (Batch $b) => ['batch' => $b->code, 'sheet' => $b->made()], $all),
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
            $hormone = $batch->made()->taking->hormone;
            if ($hormone->kind !== HormoneKind::None) {
                $by[(string) $hormone->words()][] = $batch;
            }
        }
        ksort($by);
        $steps = [];
        foreach ($by as $words => $all) {
            $hormone = $all[0]->made()->taking->hormone;
            $cuttings = array_sum(array_map(static fn (Batch $b) => $b->amount->planned, $all));
            $depth = max(array_map(fn (Batch $b) => $this->dipDepth($b->made()), $all));
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
     * For blades, trays and benches; where the shelf holds nothing for them, nothing.
     *
     * @return ?array<string, mixed>
     */
    public function sanitiser(): ?array
    {
        $sanitiser = $this->cleaning(false);

        return $sanitiser === null ? null : $this->bucketOf($sanitiser);
    }

    /**
     * What cuttings are dipped in: of its own strength and time, and for those that are dipped by their sheet and the house's rule.
     *
     * @param array<string, Batch> $batches
     *
     * @return ?array<string, mixed>
     */
    public function leafDip(array $batches): ?array
    {
        $houseDips = $this->house->nursery()->rules()->of(School::Dip) !== 'none';
        $sanitiser = $this->cleaning(true);
        $dipped = array_filter($batches, static fn (Batch $b) => $b->made()->taking->wash->isDipped($b->method, $houseDips));
        if ($sanitiser === null || $dipped === []) {
            return null;
        }

        return $this->bucketOf($sanitiser) + [
            'rinse' => $sanitiser->rinse,
            'dipped' => array_keys($dipped),
            'never' => array_keys(array_filter($batches, static fn (Batch $b) => $b->made()->taking->wash === Wash::Never)),
        ];
    }

    private function cleaning(bool $forMaterial): ?Disinfectant
    {
        return $this->em->getRepository(Disinfectant::class)->findOneBy(['forMaterial' => $forMaterial], ['id' => 'ASC']);
    }

    /** @return array<string, mixed> */
    private function bucketOf(Disinfectant $sanitiser): array
    {
        $bucket = $this->house->defaults()->number(HouseDefault::Bucket);

        return [
            'step' => 'clean:'.$sanitiser->name, 'name' => $sanitiser->name, 'words' => $sanitiser->core()->words(),
            'litres' => $bucket, 'minutes' => $sanitiser->minutes, 'neverMeets' => $sanitiser->neverMeets,
        ] + $sanitiser->core()->make(Volume::litres($bucket))->toArray();
    }

    private function dipDepth(WaySheet $way): float
    {
        return max(0.5, min($this->house->defaults()->number(HouseDefault::DipDepth), $way->setting->depthCm));
    }
}
