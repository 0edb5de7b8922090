<?php

declare(strict_types=1);

namespace WetCradle\Server\Nursery;

use Symfony\Component\DependencyInjection\Attribute\Autowire;
use Symfony\Component\Translation\MessageCatalogueInterface;
use Symfony\Component\Translation\TranslatorBagInterface;
use WetCradle\Core\Calendar\Week;
use WetCradle\Core\Fact;
use WetCradle\Core\Numbers\Range;
use WetCradle\Core\Records\Column;

/**
 * The sentences of what the core finds to be the case, each from one file (`translations/trade+intl-icu.en.yaml`), in the
 * weeks and degrees that this nursery likes.
 *
 * In the file a figure stands in braces by its name. A whole number is also there with `Many` behind its name, for what
 * depends on how many there are; a number with `Grouped`, whole and with thin spaces between its thousands, which is a sign of
 * decimals nowhere; a fact with `Within`, as a sentence says it that goes on around it. A sentence that begins
 * with a figure begins with a capital, unless that is a name.
 */
final class Words
{
    private const FILE = 'trade';
    /** What stands between facts that are said as one. */
    private const BETWEEN = ['together' => ' ', 'listed' => ', ', 'apart' => '; '];

    private ?MessageCatalogueInterface $catalogue = null;
    /** @var array<string, \MessageFormatter> by key */
    private array $patterns = [];

    public function __construct(
        #[Autowire(service: 'translator')] private readonly TranslatorBagInterface $translator,
        private readonly House $house,
    ) {
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
            if ($name === 'field' && is_string($figure)) {
                $said[$name] = $this->label($figure);
                continue;
            }
            if (is_int($figure)) {
                $said[$name.'Many'] = $figure;
            }
            if (is_int($figure) || is_float($figure)) {
                $said[$name.'Grouped'] = number_format((float) $figure, 0, '', "\u{202F}");
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
        $words = $this->worded($fact->key, $said);
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
        return $this->anew($says) ?? $says;
    }

    /**
     * @param array<array-key, mixed> $says
     *
     * @return ?array<array-key, mixed> null where there is no fact in it: most of an answer is not written a second time
     */
    private function anew(array $says): ?array
    {
        $anew = null;
        foreach ($says as $key => $figure) {
            // Most of an answer is figures and names, which are left as they are at once.
            if (is_scalar($figure) || $figure === null) {
                continue;
            }
            $said = is_array($figure) ? $this->anew($figure) : ($figure instanceof Fact ? $this->say($figure) : null);
            if ($said !== null) {
                $anew ??= $says;
                $anew[$key] = $said;
            }
        }

        return $anew;
    }

    /**
     * A field of a form as people call it, from its path: `hands[1].hours` is `Hands 2, hours`. Names that say it themselves are
     * not in the file (`labels.en.yaml`).
     */
    public function label(string $path): string
    {
        $parts = [];
        foreach (explode('.', $path) as $part) {
            preg_match('/^(\w*)(?:\[(\d+)])?$/', $part, $match);
            $name = $match[1] ?? $part;
            $apart = strtolower((string) preg_replace('/(?<=[a-z0-9])[A-Z]/', ' $0', $name));
            $words = $this->catalogue()->has($name, 'labels') ? $this->catalogue()->get($name, 'labels') : $apart;
            $parts[] = isset($match[2]) ? sprintf('%s %d', $words, (int) $match[2] + 1) : $words;
        }

        return ucfirst(implode(', ', $parts));
    }

    /** The words of one of a fixed set: `method.tip`. */
    public function name(\BackedEnum $case): string
    {
        return $this->worded(self::keyOf($case), []);
    }

    /** @return non-empty-list<string> what people write over such a column, the most telling first */
    public function heads(Column $column): array
    {
        $heads = [];
        for ($i = 0; $this->catalogue()->has("{$column->value}.{$i}", 'heads'); ++$i) {
            $heads[] = $this->catalogue()->get("{$column->value}.{$i}", 'heads');
        }

        return $heads === [] ? throw new \LogicException("Nothing is written over {$column->value}.") : $heads;
    }

    public static function keyOf(\BackedEnum $case): string
    {
        $class = new \ReflectionClass($case);

        return strtolower((string) preg_replace('/(?<=[a-z])[A-Z]/', '_$0', $class->getShortName())).'.'.$case->value;
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
            ? $this->worded('week.date', ['monday' => new \DateTimeImmutable($week->monday()->format('Y-m-d'))])
            : $this->worded('week.number', ['number' => (string) $week->number()]);
    }

    private function warmth(Range $celsius): string
    {
        $isFahrenheit = $this->house->nursery()->temperature === Temperature::Fahrenheit;
        $range = $isFahrenheit ? Range::of(round($celsius->low * 1.8 + 32.0), round($celsius->high * 1.8 + 32.0)) : $celsius;

        return $this->worded($isFahrenheit ? 'warmth.fahrenheit' : 'warmth.celsius', ['range' => $range->words('')]);
    }

    /** @param list<string> $names */
    private function list(array $names): string
    {
        $last = (string) array_pop($names);

        return $names === [] ? $last : $this->worded('list.and', ['most' => implode(', ', $names), 'last' => $last]);
    }

    private function catalogue(): MessageCatalogueInterface
    {
        return $this->catalogue ??= $this->translator->getCatalogue();
    }

    /** @param array<string, string|int|\DateTimeImmutable> $figures */
    private function worded(string $key, array $figures): string
    {
        $pattern = $this->patterns[$key] ??= new \MessageFormatter('en', $this->catalogue()->get($key, self::FILE));
        $words = $pattern->format($figures);

        return $words === false ? throw new \LogicException(sprintf('%s cannot be said: %s', $key, $pattern->getErrorMessage())) : $words;
    }
}
