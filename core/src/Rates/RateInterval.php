<?php

declare(strict_types=1);

namespace WetCradle\Core\Rates;

use WetCradle\Core\Compute\Calculation;
use WetCradle\Core\Compute\Fields;
use WetCradle\Core\Fact;
use WetCradle\Core\Numbers\Beta;
use WetCradle\Core\Refused;

/** What one count says of a rate: rooted of checked, with a Beta prior; mean and equal-tailed limits. */
final class RateInterval implements Calculation
{
    public static function name(): string
    {
        return 'rate_interval';
    }

    /**
     * @param Fields $in {rooted, checked, priorA, priorB}
     *
     * @return array{mean: float, low80: float, high80: float, low95: float, high95: float}
     *
     * @throws Refused for `rooted`
     */
    public static function compute(Fields $in): array
    {
        $checked = $in->count('checked');
        $rooted = $in->count('rooted');
        $prior = Beta::of($in->positive('priorA', 1e9), $in->positive('priorB', 1e9));
        $in->done();
        if ($rooted > $checked) {
            throw $in->refuse('more_than_there_are', 'rooted', Fact::of('refused.rate_interval.more_than_there_are', rooted: $rooted, checked: $checked));
        }

        return self::of($prior->plus($rooted, $checked - $rooted));
    }

    /** @return array{mean: float, low80: float, high80: float, low95: float, high95: float} */
    public static function of(Beta $belief): array
    {
        return [
            'mean' => $belief->mean(),
            'low80' => $belief->quantile(0.1),
            'high80' => $belief->quantile(0.9),
            'low95' => $belief->quantile(0.025),
            'high95' => $belief->quantile(0.975),
        ];
    }
}
