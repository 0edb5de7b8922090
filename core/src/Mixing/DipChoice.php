<?php

declare(strict_types=1);

namespace WetCradle\Core\Mixing;

use WetCradle\Core\Crops\Hormone;
use WetCradle\Core\Crops\HormoneKind;
use WetCradle\Core\Fact;
use WetCradle\Core\House\HouseDefaults;

/** Which stock makes the dip that a sheet asks for, how much of it, or why none does and what could be used instead. */
final class DipChoice
{
    /**
     * @param ?int  $stock   its place in the list; null where none will do
     * @param ?Mass $powder  to be weighed out; null for a liquid
     */
    private function __construct(
        public readonly ?int $stock,
        public readonly ?Volume $liquid,
        public readonly ?Mass $powder,
        public readonly ?Poured $poured,
        public readonly Fact $words,
    ) {
    }

    /**
     * @param list<DipStock> $stocks on the shelf
     * @param float          $depthCm how deep the stems are dipped
     */
    public static function of(Hormone $asked, array $stocks, int $cuttings, float $depthCm, \DateTimeImmutable $today, HouseDefaults $house): self
    {
        $able = $against = [];
        foreach ($stocks as $i => $stock) {
            $no = $stock->against($asked, $today);
            if ($no === null) {
                // The nearest in strength wastes least; of alike ones the one that keeps least long.
                $able[] = [$stock->asAcid()->ppm, $stock->keepsUntil?->format('Y-m-d') ?? '9999', $i];
            } else {
                $against[] = ['place' => $i] + $no;
            }
        }
        sort($able);
        $best = $able[0][2] ?? null;
        if ($best === null) {
            return new self(null, null, null, null, self::instead($asked, $stocks, $against, $today));
        }
        $stock = $stocks[$best];
        if ($stock->kind === HormoneKind::Powder) {
            return new self($best, null, DipNeed::powder($cuttings, $depthCm, $house), null, Fact::of('dip.as_it_is', stock: $stock->name));
        }
        $liquid = DipNeed::liquid($cuttings, $depthCm, $house);
        $poured = Poured::of(Dilution::of($stock->asAcid(), Strength::of((float) $asked->ppm), $liquid), $stock->asAcid());

        return new self(
            $best,
            $liquid,
            null,
            $poured,
            Fact::of('dip.with_water', stock: $stock->name, parts: round($poured->water->ml / $poured->stock->ml, 2)),
        );
    }

    /**
     * @param list<DipStock>                                             $stocks
     * @param list<array{place: int, reason: string, words: Fact}> $against
     */
    private static function instead(Hormone $asked, array $stocks, array $against, \DateTimeImmutable $today): Fact
    {
        if ($stocks === []) {
            return Fact::of('dip.none');
        }
        $order = ['too_weak' => 0, 'too_old' => 1, 'too_strong' => 2, 'other_kind' => 3, 'other_hormone' => 4];
        usort($against, static fn (array $a, array $b) => [$order[$a['reason']], $a['place']] <=> [$order[$b['reason']], $b['place']]);
        $could = array_values(array_filter(
            $stocks,
            static fn (DipStock $stock) => $stock->kind !== $asked->kind
                && mb_strtolower($stock->what) === mb_strtolower((string) $asked->what)
                && ($stock->keepsUntil === null || $stock->keepsUntil >= $today)
                && !$stock->asAcid()->isWeakerThan(Strength::of((float) $asked->ppm)),
        ));

        return $could === []
            ? $against[0]['words']
            : Fact::together($against[0]['words'], Fact::of("dip.strong_enough_{$could[0]->kind->value}", stock: $could[0]->name));
    }
}
