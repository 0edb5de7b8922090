<?php

declare(strict_types=1);

namespace WetCradle\Server\Rooting;

use WetCradle\Core\House\HouseDefault;
use WetCradle\Core\Numbers\Whole;
use WetCradle\Core\Plan\PlantWorth;
use WetCradle\Core\Plan\Unrooted;
use WetCradle\Core\Rooting\WaitOrClear;
use WetCradle\Server\Book\Ledger;
use WetCradle\Server\Book\Line;
use WetCradle\Server\Calendar\Today;
use WetCradle\Server\Nursery\House;

/**
 * What is still green and unrooted on a line: what it may yet give, what its place costs, and what can be done with it.
 *
 * @phpstan-import-type Option from WaitOptions
 */
final class Waiting
{
    public function __construct(
        private readonly Forecasts $forecasts,
        private readonly GivenWarmth $warmth,
        private readonly Ledger $ledger,
        private readonly Rents $rents,
        private readonly RotSeen $rotSeen,
        private readonly WaitOptions $options,
        private readonly House $house,
        private readonly Today $today,
    ) {
    }

    /**
     * @param ?float $value of a rooted plant, in the house's money
     *
     * @return array{unrooted: int, waitWeeks: int, options: list<Option>} and all that it rests on
     */
    public function view(Line $line, ?float $value, ?float $loss): array
    {
        $batch = $line->batch;
        $house = $this->house->defaults();
        $worth = PlantWorth::of($value, $batch->crop->linerPrice, $batch->sheet->core()->reckoning->costEach, $house);
        $usual = $this->rotSeen->dying($line);
        $loss ??= $usual->share;
        $today = $this->today->day();
        $forecast = $this->forecasts->of($batch);
        $tau = $this->warmth->until($batch, $today);
        $standing = $this->ledger->standingOf($line);
        $green = Unrooted::on($line->number, $standing['stuck'], $standing['rooted'], $batch->standing->stuck ?? 0, $forecast?->rootedAt($tau) ?? 0.0);
        [$unrooted, $counted] = [$green->plants, $green->isCounted];
        $step = max(0.05, 7.0 * $this->warmth->on($batch, $today));
        $rent = $this->rents->of($batch, $unrooted);
        $asked = [
            'finalRate' => $forecast?->finalRate() ?? 0.0, 'd50' => $forecast?->d50() ?? 0.0,
            'tau' => $tau, 'unrooted' => $unrooted, 'stepTau' => $step, 'maxSteps' => $house->whole(HouseDefault::WaitWeeks),
            'valuePerPlant' => $worth->value, 'costPerStep' => $rent->week(), 'lossPerStep' => $loss,
        ];
        $call = WaitOrClear::byForecast(
            $forecast,
            $tau,
            $unrooted,
            $step,
            $asked['maxSteps'],
            $worth->value,
            $rent->week(),
            $loss,
        );

        return [
            'code' => $batch->code,
            'line' => $line->number,
            'unrooted' => $unrooted,
            'counted' => $counted,
            'value' => $worth->value,
            'valueFrom' => match ($worth->by) {
                'said' => 'as you say',
                'liner' => 'what one costs bought in',
                'cutting' => sprintf('%s times what a cutting costs; say what it is worth to you', Whole::plain($house->number(HouseDefault::WorthTimesCost))),
            },
            'loss' => $loss,
            'lossFrom' => $usual->words,
            'rent' => [
                'trays' => $rent->trays, 'warmth' => $rent->warmth, 'queue' => $rent->queue(), 'week' => $rent->week(),
                'words' => $this->rents->words($rent),
            ],
            'asked' => $asked,
            'steps' => array_map(
                static fn (array $option, int $i) => ['on' => $today->modify(sprintf('+%d weeks', $i + 1))->format('Y-m-d')] + $option,
                $call->steps,
                array_keys($call->steps),
            ),
            'waitWeeks' => $call->waitSteps(),
            'gain' => $call->gain(),
            'plants' => $call->plants(),
            'close' => $call->isClose($rent->week(), $house->number(HouseDefault::CloseCall)),
            'words' => $this->words($call, $rent->week(), $unrooted),
            'options' => $this->options->of($line, $call, $unrooted, $counted),
        ];
    }

    private function words(WaitOrClear $call, float $rent, int $unrooted): string
    {
        if ($unrooted === 0) {
            return 'Nothing is left that is unrooted and alive.';
        }
        $close = $call->isClose($rent, $this->house->defaults()->number(HouseDefault::CloseCall)) ? ' It is a close call.' : '';
        if ($call->waitSteps() === 0) {
            return sprintf(
                'Clear it: what may still root in a week (%s of %d) is worth less than its place.%s',
                self::few($call->steps[0]['gain']),
                $unrooted,
                $close,
            );
        }

        return sprintf(
            'Wait %d %s: about %s of %d may still root, %s%.2f more than they cost.%s',
            $call->waitSteps(),
            $call->waitSteps() === 1 ? 'week' : 'weeks',
            self::few($call->plants()),
            $unrooted,
            $this->house->nursery()->currency,
            $call->gain(),
            $close,
        );
    }

    private static function few(float $plants): string
    {
        return $plants < 1.0 ? 'less than one' : (string) (int) round($plants);
    }
}
