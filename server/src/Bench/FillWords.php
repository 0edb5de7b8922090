<?php

declare(strict_types=1);

namespace WetCradle\Server\Bench;

use Doctrine\ORM\EntityManagerInterface;
use WetCradle\Core\Bench\BenchOption;
use WetCradle\Core\Bench\FillAsk;
use WetCradle\Core\Bench\Filled;
use WetCradle\Core\Bench\FillHouse;
use WetCradle\Core\Bench\Filling;
use WetCradle\Core\Bench\FillStage;
use WetCradle\Core\Bench\Leg;
use WetCradle\Core\Bench\MistNeed;
use WetCradle\Core\Bench\NoPlace;
use WetCradle\Core\Bench\Tenant;
use WetCradle\Core\Fact;
use WetCradle\Server\Plan\Batch;
use WetCradle\Server\Plan\TrayKind;
use WetCradle\Server\Potting\PotLot;

/** A filling told: what would change and why, what finds no place, and what could be done about it. */
final class FillWords
{
    /** Weeks of which it is said how much mist they ask. */
    private const SHOWN = 44;

    public function __construct(private readonly EntityManagerInterface $em)
    {
    }

    /**
     * @param array<string, Batch|PotLot>                 $batches
     * @param array<string, array<string, mixed>>         $changes
     * @param array<string, array{space: int, from: int}> $now
     *
     * @return array<string, mixed>
     */
    public function say(
        FillAsk $ask,
        FillHouse $h,
        array $batches,
        Filling $filling,
        Filled $filled,
        array $changes,
        array $now,
        bool $more,
        OptionMoves $options,
    ): array {
        $need = MistNeed::of($filled, $h->misted(), $now, self::SHOWN);
        $before = $filling->asItWas($now);
        $without = array_flip($before['without']);
        $moves = [];
        foreach ($changes as $code => $move) {
            $batch = $batches[$code];
            $was = $now[$code] ?? null;
            $moves[] = [
                'code' => $code, 'crop' => $batch->crop->name, 'trays' => $this->trays($ask, $h, $batch), 'move' => $move,
                'to' => array_map(
                    fn (Leg $leg) => ['zone' => $h->zone($leg->space)->name, 'week' => $h->week($leg->from)->written(), 'trays' => $leg->trays],
                    $filled->placed[$code],
                ),
                'why' => $this->why($h, $batch, isset($without[$code]) && $was !== null ? $was['space'] : null, $ask),
                'was' => $was === null ? null : ['zone' => $h->zone($was['space'])->name, 'week' => $h->week($was['from'])->written()],
            ];
        }
        $reasons = array_map(fn (NoPlace $no) => [
            'code' => $no->name, 'crop' => $batches[$no->name]->crop->name, 'trays' => $this->trays($ask, $h, $batches[$no->name]),
            'reason' => $no->reason, 'words' => $no->words,
            'options' => $ask->stage === FillStage::Potted
                ? []
                : array_values(
                    array_filter(array_map(
                        fn (BenchOption $option) => self::made($this->option($ask, $h, $batches, $no->name, $option), $options),
                        $no->options,
                    )),
                ),
        ], $ask->stage === FillStage::Weaning ? [] : $filled->reasons($h->week(...)));

        return [
            'stage' => $ask->stage->value,
            'round' => $ask->round,
            'more' => $more,
            'score' => $filled->score(),
            'bound' => $filling->bound(),
            'howFar' => $filling->howFar(),
            'plan' => array_map(
                fn (string $code, array $legs) => ['code' => $code, 'zone' => $h->idOf($legs[0]->space), 'week' => $h->week($legs[0]->from)->written()],
                array_keys($filled->placed),
                array_values($filled->placed),
            ),
            'moves' => $moves,
            'unplaced' => $reasons,
            'whatIf' => $ask->whatIf?->value,
            'mist' => array_map(fn (array $week, int $i) => ['week' => $h->week($i)->written()] + $week, $need->weeks, array_keys($need->weeks)),
            'fullest' => $need->fullest(),
            'stays' => count($filled->stays) - count($filled->unplaced),
            'gains' => [
                'withoutPlaceNow' => count($without), 'withoutPlaceThen' => count($filled->unplaced), 'heatNow' => $before['heat'],
                'heatThen' => $filled->heat(),
            ],
        ];
    }

    /**
     * @param ?array{kind: string, words: Fact, moves: list<array<string, mixed>>} $option
     *
     * @return ?array{kind: string, words: Fact, moves: list<array<string, mixed>>} with all moves that it takes; null where it cannot be made
     */
    private static function made(?array $option, OptionMoves $options): ?array
    {
        $moves = $option === null ? null : $options->all($option['moves']);
        if ($option === null || $moves === null) {
            return null;
        }
        $more = count($moves) - count($option['moves']);

        return [
            'kind' => $option['kind'],
            'words' => $more === 0 ? $option['words'] : Fact::of('fill.with_the_rest', option: $option['words'], moves: $more),
            'moves' => $moves,
        ];
    }

    /** @param ?int $space in which it has no place now; null where it could stay and moves for the sake of others */
    private function why(FillHouse $h, Batch|PotLot $batch, ?int $space, FillAsk $ask): Fact
    {
        if ($ask->stage === FillStage::Weaning) {
            return Fact::of('fill.weaned');
        }
        $potted = $ask->stage === FillStage::Potted ? $h->pots[$batch->code] : null;
        if ($potted !== null && $potted->zone === null) {
            return Fact::of($ask->spaced ? 'fill.pots_spaced' : 'fill.pots_thick', pots: $potted->pots, pot: $potted->pot, until: $potted->to);
        }
        if ($space === null) {
            return Fact::of('fill.makes_room');
        }
        foreach ($h->tenantsOf($space) as $tenant) {
            if ($tenant->batch() === $batch->code && $tenant->inPots === ($ask->stage === FillStage::Potted)) {
                $others = array_filter($h->tenantsOf($space), static fn (Tenant $t) => $t->batch() !== $batch->code);

                return Fact::of('fill.zone_says', zone: $h->zone($space)->name, says: $h->zone($space)->offerTo($tenant, array_values($others))->words);
            }
        }

        return Fact::of('fill.no_place');
    }

    /**
     * @param array<string, Batch|PotLot> $batches
     *
     * @return ?array{kind: string, words: Fact, moves: list<array<string, mixed>>} null where no tray has so many cells
     */
    private function option(FillAsk $ask, FillHouse $h, array $batches, string $code, BenchOption $option): ?array
    {
        $move = Fillings::move($h, $batches[$code], $option->legs, $ask);
        $words = $option->words($h->spaces(), $h->week(...));
        $batch = $batches[$code];
        if ($option->kind === 'denser' && $batch instanceof Batch) {
            foreach ($this->em->getRepository(TrayKind::class)->findBy([], ['cells' => 'ASC']) as $kind) {
                $trays = $batch->sheet->core()->traysFor($batch->amount->planned, $kind->cells)->number;
                if ($kind->positionsOf($trays) <= $option->trays && $kind->cells > $batch->trayKind->cells) {
                    $words = Fact::of(
                        'fill.denser',
                        trays: $trays,
                        kind: $kind->name,
                        insteadOf: $batch->amount->trays,
                        was: $batch->trayKind->name,
                        zone: $h->zone($option->legs[0]->space)->name,
                    );

                    return ['kind' => 'denser', 'words' => $words, 'moves' => [$move + ['trayKind' => (int) $kind->id]]];
                }
            }

            return null;
        }
        $moves = [$move];
        if ($option->neighbour !== null && $option->neighbourLeg !== null) {
            $moves = [Fillings::move($h, $batches[$option->neighbour], [$option->neighbourLeg], $ask), $move];
        }

        return ['kind' => $option->kind, 'words' => $words, 'moves' => $moves];
    }

    /** The positions it takes in its stage. */
    private function trays(FillAsk $ask, FillHouse $h, Batch|PotLot $batch): int
    {
        return $batch instanceof PotLot || $ask->stage === FillStage::Potted
            ? $h->pots[$batch->code]->in(null, $ask->spaced)->positions()
            : $batch->trays();
    }
}
