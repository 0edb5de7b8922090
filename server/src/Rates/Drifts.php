<?php

declare(strict_types=1);

namespace WetCradle\Server\Rates;

use WetCradle\Core\Rates\Drift;
use WetCradle\Core\Rates\DriftKind;
use WetCradle\Core\Rates\PastBatch;
use WetCradle\Core\Rates\Sort;
use WetCradle\Core\Rates\SortedBatch;
use WetCradle\Core\Rates\Unlike;
use WetCradle\Server\Calendar\Today;
use WetCradle\Server\Crops\Crop;
use WetCradle\Server\Crops\Ways;
use WetCradle\Server\Nursery\Words;

/**
 * Whether crops root as they did. What is likely a mishap is on the chart too, since somebody is to see it; what somebody has said to
 * be one is dealt with.
 *
 * @phpstan-import-type Past from Learning
 */
final class Drifts
{
    /** Days back from today in which a signal is new. */
    private const NEW = 400;
    /** Signals of a crop that are told. */
    private const TOLD = 12;
    /** Batches of a way that are read beside those of a chart, since somebody may have said of some of them that they are none of it. */
    private const BESIDE = 60;

    public function __construct(
        private readonly Learning $learning,
        private readonly SortedBatches $sorted,
        private readonly Ways $ways,
        private readonly Words $words,
        private readonly Today $today,
    ) {
    }

    /** @return array{since: string, signals: list<array<string, mixed>>} of all crops, the newest first */
    public function newest(): array
    {
        $since = $this->today->day()->modify(sprintf('-%d days', self::NEW))->format('Y-m-d');
        $ofCrops = [];
        foreach ($this->learning->past(newest: Drift::MOST + self::BESIDE) as $past) {
            if ($past['could'] > 0 && $past['said'] !== true) {
                $ofCrops[$past['crop']][$past['code']] = $past;
            }
        }
        $signals = [];
        foreach ($this->ways->crops() as $crop) {
            $past = array_slice($ofCrops[(int) $crop->id] ?? [], -Drift::MOST, null, true);
            if ($past === [] || end($past)['stuckOn'] < $since) {
                continue;
            }
            $asOf = $crop->house()->core()->setting->together();
            $drift = Drift::of(array_values(array_map(
                static fn (array $one) => SortedBatch::of($one['code'], PastBatch::of($one['rooted'], $one['could'])->asOf($one['together'], $asOf), []),
                $past,
            )));
            if ($drift === null) {
                continue;
            }
            foreach ($drift->signals as $signal) {
                $said = self::say($drift, $signal, $past);
                if ($said['to'] >= $since) {
                    $signals[] = ['crop' => $crop->slug, 'name' => $crop->name, 'centre' => $drift->chart->centre] + $said;
                }
            }
        }
        usort($signals, static fn (array $a, array $b) => [$b['to'], $a['crop'], $a['kind']] <=> [$a['to'], $b['crop'], $b['kind']]);

        return ['since' => $since, 'signals' => $signals];
    }

    /**
     * One crop's chart; where asked for, only of batches that are alike in one thing.
     *
     * @return array<string, mixed>
     */
    public function of(Crop $crop, ?Sort $by, ?string $is): array
    {
        $all = array_filter($this->sorted->of($crop, true), static fn (array $batch) => $batch['past']['said'] !== true);
        $some = array_slice(array_filter($all, static fn (array $batch) => $by === null || $batch['sorted']->is($by) === $is), -Drift::MOST, null, true);
        $drift = Drift::of(array_values(array_column($some, 'sorted')));
        $past = array_map(static fn (array $batch) => $batch['past'], $some);
        $prior = $this->learning->prior($crop->house());
        $told = [];
        foreach (array_values($some) as $i => ['past' => $one, 'sorted' => $sorted]) {
            $told[] = [
                'code' => $one['code'], 'stuckOn' => $one['stuckOn'], 'stuck' => $sorted->result->stuck, 'rooted' => $sorted->result->rooted,
                'lower' => $drift?->chart->lower[$i], 'upper' => $drift?->chart->upper[$i], 'mishap' => Learning::isMishap($one),
                'broughtIn' => $one['broughtIn'],
            ];
        }
        $signals = $drift === null ? [] : array_map(fn (array $signal) => self::say($drift, $signal, $past) + [
            'chance' => $drift->chance($signal, $prior),
            'unlike' => array_map(fn (Unlike $one) => [
                'sort' => $one->sort->value, 'words' => $this->words->name($one->sort), 'is' => $one->is, 'here' => $one->here, 'others' => $one->others,
            ], $drift->unlike($signal)),
        ], array_slice($drift->signals, 0, self::TOLD));

        return [
            'crop' => $crop->slug, 'name' => $crop->name, 'centre' => $drift?->chart->centre, 'fewest' => Drift::FEWEST, 'most' => Drift::MOST,
            'all' => count($all), 'batches' => $told, 'choices' => $this->choices($all), 'signals' => $signals,
            'more' => ($drift === null ? 0 : count($drift->signals)) - count($signals),
        ];
    }

    /**
     * By what the batches of a crop can be narrowed.
     *
     * @param array<string, array{past: Past, sorted: SortedBatch}> $batches
     *
     * @return list<array{sort: string, words: string, are: list<string>}>
     */
    private function choices(array $batches): array
    {
        return array_map(function (Sort $sort) use ($batches): array {
            $names = array_values(array_unique(array_filter(array_map(static fn (array $batch) => $batch['sorted']->is($sort), array_values($batches)))));
            sort($names);

            return ['sort' => $sort->value, 'words' => $this->words->name($sort), 'are' => $names];
        }, [Sort::Zone, Sort::Person, Sort::Block, Sort::Way]);
    }

    /**
     * @param array{kind: DriftKind, first: int, last: int} $signal
     * @param array<string, Past>                           $past   by code
     *
     * @return array{kind: string, codes: non-empty-list<string>, from: string, to: string, stuck: int, rooted: int, mishap: bool}
     */
    private static function say(Drift $drift, array $signal, array $past): array
    {
        $codes = $drift->codes($signal);
        $these = array_map(static fn (string $code) => $past[$code], $codes);

        return [
            'kind' => $signal['kind']->value, 'codes' => $codes, 'from' => $these[0]['stuckOn'], 'to' => $these[count($these) - 1]['stuckOn'],
            'stuck' => array_sum(array_column($these, 'could')), 'rooted' => array_sum(array_column($these, 'rooted')),
            'mishap' => count($these) === 1 && Learning::isMishap($these[0]),
        ];
    }
}
