<?php

declare(strict_types=1);

namespace WetCradle\Core\Compute;

use WetCradle\Core\Fact;
use WetCradle\Core\Numbers\NumberSigns;
use WetCradle\Core\Numbers\Range;
use WetCradle\Core\Numbers\TypedNumber;
use WetCradle\Core\Refused;

/**
 * One JSON object being read, field by field. Every getter either returns a checked value or refuses
 * with the path of the field; `done()` refuses fields nobody asked for.
 */
final class Fields
{
    /** Larger whole numbers are no count of plants, weeks or trays anywhere. */
    public const ABSURD = 10_000_000;

    /** Smaller ones but 0 are no measure of anything, and what is divided by them is no number any more. */
    private const NEGLIGIBLE = 1e-12;

    /** Characters of a text at most, where nothing else is said, and of the name of a choice. */
    private const TEXT = 200;
    private const NAME = 60;

    /** @var array<string, true> */
    private array $asked = [];

    /** @param array<string, mixed> $values */
    private function __construct(private readonly array $values, private readonly string $path, private readonly ?NumberSigns $typedBy)
    {
    }

    /**
     * Reads a decoded JSON body; anything but an object is refused.
     *
     * @param ?NumberSigns $typedBy by which text is read as a number where one belongs; without it, text is none
     *
     * @throws Refused for the field that is wrong
     */
    public static function of(mixed $decoded, string $path = '', ?NumberSigns $typedBy = null): self
    {
        if ($decoded instanceof \stdClass) {
            $decoded = get_object_vars($decoded);
        }
        if (!is_array($decoded) || ($decoded !== [] && array_is_list($decoded))) {
            throw Refused::because(
                'wrong_type',
                $path,
                $path === '' ? Fact::of('refused.fields.input_no_object') : Fact::of('refused.fields.no_object', field: $path),
            );
        }

        return new self($decoded, $path, $typedBy);
    }

    /**
     * Parses JSON text into fields, naming the field even where a bare NaN or Infinity breaks the text.
     *
     * @throws Refused for the field that is wrong
     */
    public static function fromJson(string $json, ?NumberSigns $typedBy = null): self
    {
        try {
            $decoded = json_decode($json, false, 64, JSON_THROW_ON_ERROR);
        } catch (\JsonException) {
            if (preg_match('/"(\w+)"\s*:\s*(?:\[[^"{}]*)?[-+]?\b(NaN|Infinity|inf)\b/i', $json, $match) === 1) {
                throw Refused::because('not_finite', $match[1], Fact::of('refused.fields.no_number', field: $match[1]));
            }
            throw Refused::because('not_json', '', Fact::of('refused.fields.not_json'));
        }
        if (is_array($decoded)) {
            throw Refused::because('wrong_type', '', Fact::of('refused.fields.input_no_object'));
        }

        return self::of($decoded, '', $typedBy);
    }

    public function has(string $name): bool
    {
        $this->asked[$name] = true;

        return isset($this->values[$name]);
    }

    /** @return list<string> of all fields there are, for an object whose names are the user's own */
    public function names(): array
    {
        return array_map(strval(...), array_keys($this->values));
    }

    /**
     * Whether a field that must be there says nothing on purpose.
     *
     * @throws Refused for the field that is wrong
     */
    public function isNull(string $name): bool
    {
        $this->asked[$name] = true;
        if (!array_key_exists($name, $this->values)) {
            throw $this->refuse('missing', $name, Fact::of('refused.fields.missing_not_null'));
        }

        return $this->values[$name] === null;
    }

    /**
     * A finite number within the bounds given.
     *
     * @throws Refused for the field that is wrong
     */
    public function number(string $name, float $atLeast = -INF, float $atMost = INF): float
    {
        return $this->numberOf($name, $this->value($name), $atLeast, $atMost);
    }

    /** @throws Refused for the field that is wrong */
    private function numberOf(string $name, mixed $value, float $atLeast, float $atMost): float
    {
        if (is_string($value) && $this->typedBy !== null) {
            $value = $this->typed($name, $value, $this->typedBy);
        }
        if (!is_int($value) && !is_float($value)) {
            throw $this->refuse('wrong_type', $name, Fact::of('refused.fields.not_a_number'));
        }
        $number = (float) $value;
        if (!is_finite($number)) {
            throw $this->refuse('not_finite', $name, Fact::of('refused.fields.too_large'));
        }
        if ($number !== 0.0 && abs($number) < self::NEGLIGIBLE) {
            throw $this->refuse('out_of_range', $name, Fact::of('refused.fields.negligible'));
        }
        $this->within($name, $number, $atLeast, $atMost);

        return $number;
    }

    /**
     * A number strictly above zero.
     *
     * @throws Refused for the field that is wrong
     */
    public function positive(string $name, float $atMost = INF): float
    {
        $value = $this->number($name);
        if ($value <= 0.0) {
            throw $this->refuse($value < 0.0 ? 'negative' : 'not_positive', $name, Fact::of('refused.fields.not_positive'));
        }
        $this->within($name, $value, 0.0, $atMost);

        return $value;
    }

    /**
     * A number strictly between 0 and 1.
     *
     * @throws Refused for the field that is wrong
     */
    public function share(string $name): float
    {
        $value = $this->number($name);
        if ($value <= 0.0 || $value >= 1.0) {
            throw $this->refuse($value < 0.0 ? 'negative' : 'out_of_range', $name, Fact::of('refused.fields.no_share'));
        }

        return $value;
    }

    /**
     * A whole number: a count of things. 31.0 is one, 31.5 is not.
     *
     * @throws Refused for the field that is wrong
     */
    public function count(string $name, int $atLeast = 0, int $atMost = self::ABSURD): int
    {
        return $this->countOf($name, $this->value($name), $atLeast, $atMost);
    }

    /** @throws Refused for the field that is wrong */
    private function countOf(string $name, mixed $value, int $atLeast, int $atMost): int
    {
        $value = $this->numberOf($name, $value, -INF, INF);
        if ($value < 0.0) {
            throw $this->refuse('negative', $name, Fact::of('refused.fields.negative'));
        }
        if (floor($value) !== $value) {
            throw $this->refuse('not_whole', $name, Fact::of('refused.fields.not_whole'));
        }
        $this->within($name, $value, (float) $atLeast, (float) $atMost);

        return (int) $value;
    }

    public function countOr(string $name, int $otherwise, int $atLeast = 0, int $atMost = self::ABSURD): int
    {
        return $this->has($name) ? $this->count($name, $atLeast, $atMost) : $otherwise;
    }

    /**
     * Text with its ends trimmed; length counted in characters, not bytes.
     *
     * @throws Refused for the field that is wrong
     */
    public function text(string $name, int $atMost = self::TEXT, int $atLeast = 1): string
    {
        return $this->textOf($name, $this->value($name), $atMost, $atLeast);
    }

    /** @throws Refused for the field that is wrong */
    private function textOf(string $name, mixed $value, int $atMost = self::TEXT, int $atLeast = 1): string
    {
        if (!is_string($value)) {
            throw $this->refuse('wrong_type', $name, Fact::of('refused.fields.no_text'));
        }
        $value = trim($value);
        $length = mb_strlen($value);
        if ($length < $atLeast) {
            throw $this->refuse('empty', $name, $atLeast === 1 ? Fact::of('refused.fields.empty') : Fact::of('refused.fields.too_short', atLeast: $atLeast));
        }
        if ($length > $atMost) {
            throw $this->refuse('too_long', $name, Fact::of('refused.fields.too_long', atMost: $atMost, length: $length));
        }
        if (preg_match('/[\x00-\x08\x0B\x0C\x0E-\x1F]/', $value) === 1) {
            throw $this->refuse('wrong_type', $name, Fact::of('refused.fields.cannot_be_shown'));
        }

        return $value;
    }

    /**
     * Text to the last space, as a password is.
     *
     * @throws Refused for the field that is wrong
     */
    public function verbatim(string $name, int $atMost): string
    {
        $this->text($name, $atMost);
        $value = $this->value($name);

        return is_string($value) ? $value : '';
    }

    public function textOr(string $name, ?string $otherwise = null, int $atMost = self::TEXT): ?string
    {
        if (!$this->has($name) || (is_string($this->values[$name]) && trim($this->values[$name]) === '')) {
            return $otherwise;
        }

        return $this->text($name, $atMost);
    }

    /**
     * @param list<string> $choices
     *
     * @throws Refused for the field that is wrong
     */
    public function oneOf(string $name, array $choices): string
    {
        $value = $this->text($name, self::NAME);

        return in_array($value, $choices, true) ? $value : throw $this->unknown($name, $choices);
    }

    /**
     * One of the cases of an enum, by its value.
     *
     * @template T of \BackedEnum
     *
     * @param class-string<T> $of
     *
     * @return T
     */
    public function choice(string $name, string $of): \BackedEnum
    {
        return $of::tryFrom($this->text($name, self::NAME))
            ?? throw $this->unknown($name, array_map(static fn (\BackedEnum $case) => (string) $case->value, $of::cases()));
    }

    /** @param list<string> $choices */
    private function unknown(string $name, array $choices): Refused
    {
        return $this->refuse('unknown_choice', $name, Fact::of('refused.fields.unknown_choice', choices: implode(', ', $choices)));
    }

    /** @throws Refused for the field that is wrong */
    public function flag(string $name): bool
    {
        $value = $this->value($name);
        if (!is_bool($value)) {
            throw $this->refuse('wrong_type', $name, Fact::of('refused.fields.no_flag'));
        }

        return $value;
    }

    /**
     * A calendar day written 2026-11-23.
     *
     * @throws Refused for the field that is wrong
     */
    public function day(string $name): \DateTimeImmutable
    {
        $value = $this->text($name, 30);
        $day = \DateTimeImmutable::createFromFormat('!Y-m-d', $value);
        if ($day === false || $day->format('Y-m-d') !== $value || (int) $day->format('Y') < 1990 || (int) $day->format('Y') > 2100) {
            throw $this->refuse('not_a_day', $name, Fact::of('refused.fields.not_a_day'));
        }

        return $day;
    }

    public function object(string $name): self
    {
        return self::of($this->value($name), $this->pathOf($name), $this->typedBy);
    }

    /** @return list<float> */
    public function numbers(string $name, float $atLeast = -INF, float $atMost = INF, int $count = 5000): array
    {
        $numbers = [];
        foreach ($this->list($name, $count) as $i => $item) {
            $numbers[] = $this->numberOf("{$name}[{$i}]", $item ?? throw $this->missing("{$name}[{$i}]"), $atLeast, $atMost);
        }

        return $numbers;
    }

    /** @return list<int> */
    public function counts(string $name, int $atMost = self::ABSURD, int $count = 5000): array
    {
        $counts = [];
        foreach ($this->list($name, $count) as $i => $item) {
            $counts[] = $this->countOf("{$name}[{$i}]", $item ?? throw $this->missing("{$name}[{$i}]"), 0, $atMost);
        }

        return $counts;
    }

    /**
     * Two numbers, the low one first.
     *
     * @throws Refused for the field that is wrong
     */
    public function range(string $name, float $atLeast = -INF, float $atMost = INF): Range
    {
        $ends = $this->numbers($name, $atLeast, $atMost, 2);
        if (count($ends) !== 2) {
            throw $this->refuse('wrong_type', $name, Fact::of('refused.fields.no_range'));
        }
        if ($ends[0] > $ends[1]) {
            throw $this->refuse(
                'upside_down',
                $name,
                Fact::of('refused.fields.upside_down', low: self::plain($ends[0]), high: self::plain($ends[1])),
            );
        }

        return Range::of($ends[0], $ends[1]);
    }

    /** @return list<self> */
    public function objects(string $name, int $atMost = 5000): array
    {
        $items = [];
        foreach ($this->list($name, $atMost) as $i => $item) {
            $items[] = self::of($item, sprintf('%s[%d]', $this->pathOf($name), $i), $this->typedBy);
        }

        return $items;
    }

    /** @return list<string> */
    public function texts(string $name, int $atMost = 100): array
    {
        $texts = [];
        foreach ($this->list($name, $atMost) as $i => $item) {
            $texts[] = $this->textOf("{$name}[{$i}]", $item ?? throw $this->missing("{$name}[{$i}]"));
        }

        return $texts;
    }

    /**
     * Refuses any field that nothing has read.
     *
     * @throws Refused for the field that is wrong
     */
    public function done(): void
    {
        foreach (array_keys($this->values) as $name) {
            if (!isset($this->asked[$name])) {
                throw $this->refuse('unknown_field', (string) $name, Fact::of('refused.fields.unknown_field'));
            }
        }
    }

    /** A refusal about one of these fields, said as "field …". */
    public function refuse(string $reason, string $name, string|Fact $says): Refused
    {
        return Refused::because($reason, $this->pathOf($name), Fact::of('refused.field', field: $this->pathOf($name), is: Fact::said($says)));
    }

    /**
     * Something made from these fields; what it refuses is said by the path of the field.
     *
     * @template T
     *
     * @param callable(): T $make
     *
     * @return T
     */
    public function here(callable $make): mixed
    {
        try {
            return $make();
        } catch (Refused $refused) {
            throw $this->path === '' || str_starts_with($refused->field, $this->path) ? $refused : $refused->at($this->pathOf($refused->field));
        }
    }

    public function pathOf(string $name): string
    {
        return $this->path === '' ? $name : $this->path.'.'.$name;
    }

    /**
     * @return list<mixed>
     *
     * @throws Refused for the field that is wrong
     */
    private function list(string $name, int $atMost): array
    {
        $value = $this->value($name);
        if (!is_array($value) || !array_is_list($value)) {
            throw $this->refuse('wrong_type', $name, Fact::of('refused.fields.no_list'));
        }
        if (count($value) > $atMost) {
            throw $this->refuse('out_of_range', $name, Fact::of('refused.fields.too_many', atMost: $atMost));
        }

        return $value;
    }

    /**
     * The number that somebody typed there.
     *
     * @throws Refused for the field that is wrong
     */
    private function typed(string $name, string $typed, NumberSigns $by): float
    {
        $readings = TypedNumber::of($typed, $by)->readings;

        return match (true) {
            trim($typed) === '' => throw $this->refuse('empty', $name, Fact::of('refused.fields.empty')),
            $readings === [] => throw $this->refuse('wrong_type', $name, Fact::of('refused.fields.not_a_number')),
            count($readings) > 1 => throw $this->refuse('two_ways', $name, Fact::of(
                'refused.fields.two_ways',
                one: self::plain($readings[0]),
                other: self::plain($readings[1]),
            )),
            default => $readings[0],
        };
    }

    /** @throws Refused for the field that is wrong */
    private function value(string $name): mixed
    {
        $this->asked[$name] = true;

        return $this->values[$name] ?? throw $this->missing($name);
    }

    private function missing(string $name): Refused
    {
        return $this->refuse('missing', $name, Fact::of('refused.fields.is_missing'));
    }

    /** @throws Refused for the field that is wrong */
    private function within(string $name, float $value, float $atLeast, float $atMost): void
    {
        if ($value < $atLeast) {
            $reason = $value < 0.0 && $atLeast >= 0.0 ? 'negative' : 'out_of_range';
            throw $this->refuse($reason, $name, Fact::of('refused.fields.at_least', atLeast: self::plain($atLeast)));
        }
        if ($value > $atMost) {
            throw $this->refuse('out_of_range', $name, Fact::of('refused.fields.at_most', atMost: self::plain($atMost)));
        }
    }

    private static function plain(float $value): string
    {
        return rtrim(rtrim(sprintf('%.6F', $value), '0'), '.');
    }
}
