<?php

declare(strict_types=1);

namespace WetCradle\Server\Records;

use WetCradle\Core\Fact;
use WetCradle\Core\Records\LookAlike;
use WetCradle\Core\Refused;

/** What the names in a table mean: one that is there, by how it is written or by what somebody answered. */
final class Meant
{
    /** @var array<string, array<string, string|false>> keys by field and name as it is written; false where that must be asked */
    private array $found = [];

    /**
     * @param array<string, array<array-key, string>> $known    names by field and key
     * @param array<string, array<string, string>> $answers  keys by field and plain name
     * @param list<string>                         $mayBeNew
     */
    public function __construct(private readonly array $known, private readonly array $answers, private readonly array $mayBeNew)
    {
    }

    /**
     * @return string the key of what is there
     *
     * @throws Refused for the field where it is none of them, or only looks like one
     */
    public function key(string $field, string $written): string
    {
        $key = $this->keyOrNew($field, $written);

        return $key === BroughtIn::NEW ? throw $this->ask($field, $written) : $key;
    }

    /** @throws Refused where it only looks like one that is there */
    public function keyOrNew(string $field, string $written): string
    {
        $found = $this->found[$field][$written] ??= $this->find($field, $written);

        return $found === false ? throw $this->ask($field, $written) : $found;
    }

    /** @return list<string> keys of those that a name looks like */
    public function near(string $field, string $written): array
    {
        return array_map(strval(...), LookAlike::near($written, $this->known[$field] ?? []));
    }

    private function find(string $field, string $written): string|false
    {
        $known = $this->known[$field] ?? [];
        $answer = $this->answers[$field][LookAlike::plain($written)] ?? null;
        if ($answer !== null && ($answer === BroughtIn::NEW || isset($known[$answer]))) {
            return $answer;
        }
        $same = LookAlike::same($written, $known);
        if ($same !== null) {
            return (string) $same;
        }

        return in_array($field, $this->mayBeNew, true) && $this->near($field, $written) === [] ? BroughtIn::NEW : false;
    }

    private function ask(string $field, string $written): Refused
    {
        $near = $this->near($field, $written);

        return Refused::because('which', $field, $near === []
            ? Fact::of('refused.brought_in.unknown', written: $written)
            : Fact::of('refused.brought_in.looks_like', written: $written, like: $this->known[$field][$near[0]]));
    }
}
