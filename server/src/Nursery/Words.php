<?php

declare(strict_types=1);

namespace WetCradle\Server\Nursery;

use Symfony\Contracts\Translation\TranslatorInterface;
use WetCradle\Core\Calendar\Week;
use WetCradle\Core\Fact;
use WetCradle\Core\Numbers\Range;

/**
 * The sentences of what the core finds to be the case, each from one file (`translations/trade+intl-icu.en.yaml`), in the
 * weeks and degrees that this nursery likes.
 *
 * In the file a figure stands in braces by its name. A whole number is also there with `Many` behind its name, for what
 * depends on how many there are; a fact with `Within`, as a sentence says it that goes on around it. A sentence that begins
 * with a figure begins with a capital, unless that is a name.
 */
final class Words
{
    private const FILE = 'trade';
    /** What stands between facts that are said as one. */
    private const BETWEEN = ['together' => ' ', 'listed' => ', ', 'apart' => '; '];

    public function __construct(private readonly TranslatorInterface $translator, private readonly House $house)
    {
    }

    public function say(Fact $fact): string
    {
        $between = self::BETWEEN[$fact->key] ?? null;
        if ($between !== null) {
            return implode($between, array_map($this->plain(...), $fact->figures));
        }
        if ($fact->key === 'said') {
            return $this->plain($fact->figures['words']);
        }
        if ($fact->key === 'warmth' && $fact->figures['range'] instanceof Range) {
            return $this->warmth($fact->figures['range']);
        }
        $said = $first = [];
        foreach ($fact->figures as $name => $figure) {
            if (is_int($figure)) {
                $said[$name.'Many'] = $figure;
            }
            // The file's dates are written in the zone of this process; the day and hour said are those of the moment's own zone.
            $plain = $this->plain($figure);
            $said[$name] = $figure instanceof \DateTimeImmutable ? new \DateTimeImmutable($figure->format('Y-m-d H:i:s')) : $plain;
            if ($figure instanceof Fact) {
                $said[$name.'Within'] = lcfirst(rtrim($plain, '.'));
            }
            // What people have named is written as they wrote it.
            if (is_object($figure) || is_array($figure)) {
                $first[] = $plain;
            }
        }
        $words = $this->translator->trans($fact->key, $said, self::FILE);
        $begins = array_filter($first, static fn (string $plain) => $plain !== '' && str_starts_with($words, $plain));

        return $begins !== [] && str_ends_with($words, '.') ? ucfirst($words) : $words;
    }

    /**
     * Facts said wherever they lie in it.
     *
     * @param array<array-key, mixed> $says
     *
     * @return array<array-key, mixed>
     */
    public function everywhere(array $says): array
    {
        foreach ($says as $key => $one) {
            if (is_array($one)) {
                $says[$key] = $this->everywhere($one);
            } elseif ($one instanceof Fact) {
                $says[$key] = $this->say($one);
            }
        }

        return $says;
    }

    /** The words of one of a fixed set: `method.tip`. */
    public function name(\BackedEnum $one): string
    {
        return $this->translator->trans(self::keyOf($one), [], self::FILE);
    }

    public static function keyOf(\BackedEnum $one): string
    {
        $class = new \ReflectionClass($one);

        return strtolower((string) preg_replace('/(?<=[a-z])[A-Z]/', '_$0', $class->getShortName())).'.'.$one->value;
    }

    /** @param int|float|string|\BackedEnum|\DateTimeImmutable|Week|Range|Fact|list<string> $figure */
    private function plain(mixed $figure): string
    {
        return match (true) {
            $figure instanceof Fact => $this->say($figure),
            $figure instanceof \BackedEnum => $this->name($figure),
            $figure instanceof Week => $this->week($figure),
            $figure instanceof Range => $figure->words(''),
            $figure instanceof \DateTimeImmutable => $figure->format('Y-m-d'),
            is_array($figure) => $this->list($figure),
            default => (string) $figure,
        };
    }

    private function week(Week $week): string
    {
        return $this->house->nursery()->weeks === WeeksTold::Dates
            ? $this->translator->trans('week.date', ['monday' => new \DateTimeImmutable($week->monday()->format('Y-m-d'))], self::FILE)
            : $this->translator->trans('week.number', ['number' => (string) $week->number()], self::FILE);
    }

    private function warmth(Range $celsius): string
    {
        $isFahrenheit = $this->house->nursery()->temperature === Temperature::Fahrenheit;
        $range = $isFahrenheit ? Range::of(round($celsius->low * 1.8 + 32.0), round($celsius->high * 1.8 + 32.0)) : $celsius;

        return $this->translator->trans($isFahrenheit ? 'warmth.fahrenheit' : 'warmth.celsius', ['range' => $range->words('')], self::FILE);
    }

    /** @param list<string> $names */
    private function list(array $names): string
    {
        $last = (string) array_pop($names);

        return $names === [] ? $last : $this->translator->trans('list.and', ['most' => implode(', ', $names), 'last' => $last], self::FILE);
    }
}
