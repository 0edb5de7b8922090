<?php

declare(strict_types=1);

namespace WetCradle\Server\Tests;

use Opis\JsonSchema\Errors\ErrorFormatter;
use Opis\JsonSchema\Uri;
use Opis\JsonSchema\ValidationResult;
use Opis\JsonSchema\Validator;
use PHPUnit\Framework\Assert;
use Symfony\Component\HttpFoundation\Response;

/** The contract, held against real requests and answers. */
final class Contract
{
    private const ADDRESS = 'contract:///contract.json';
    private static ?\stdClass $document = null;
    private static ?Validator $validator = null;
    /** @var array<string, string> patterns of the addresses, by their templates */
    private static array $templates = [];
    /** @var array<string, true> "GET /api/crops 200" */
    public static array $met = [];
    /** @var array<string, true> entries of lists that were held to the contract already, by where they stood and what they are */
    private static array $held = [];

    public static function mustHold(string $method, string $path, Response $response): void
    {
        $document = self::document();
        $template = self::templateOf($path);
        $status = (string) $response->getStatusCode();
        $body = json_decode((string) $response->getContent(), false);
        $operation = $template === null ? null : $document->paths->{$template}->{strtolower($method)} ?? null;
        $answer = $operation->responses->{$status} ?? null;
        if ($answer === null) {
            // Refusals that any address may give, and addresses that are none, have one shape.
            Assert::assertGreaterThanOrEqual(400, $response->getStatusCode(), "{$method} {$path} answers {$status}, which the contract does not know.");
            $at = ['components', 'schemas', 'Refusal'];
        } else {
            $at = ['paths', (string) $template, strtolower($method), 'responses', $status];
            if (isset($answer->{'$ref'})) {
                $at = ['components', 'responses', basename($answer->{'$ref'})];
                $answer = $document->components->responses->{$at[2]};
            }
            $type = strtok((string) $response->headers->get('Content-Type'), ';');
            self::$met["{$method} {$template} {$status}"] = true;
            Assert::assertObjectHasProperty((string) $type, $answer->content, "{$method} {$path}");
            if ($type !== 'application/json') {
                return;
            }
            array_push($at, 'content', 'application/json', 'schema');
        }
        $held = self::withoutWhatHeld($body, implode('/', $at), $at);
        $result = self::validate($body, ...$at);
        $error = $result->error();
        self::$held += $result->isValid() ? $held : [];
        Assert::assertTrue(
            $result->isValid(),
            "{$method} {$path} {$status}: ".($error === null ? '' : json_encode((new ErrorFormatter())->formatFlat($error))),
        );
    }

    /** @return list<string> each as "GET /api/crops" */
    public static function addresses(): array
    {
        $all = [];
        foreach ((array) self::document()->paths as $path => $operations) {
            foreach (array_intersect(['get', 'post', 'put', 'delete'], array_keys((array) $operations)) as $method) {
                $all[] = strtoupper($method).' '.$path;
            }
        }

        return $all;
    }

    /** A body that the server took must be one that the contract allows. */
    public static function mustAllow(string $method, string $path, ?string $body): void
    {
        if (self::bodyOf($method, $path) === null) {
            Assert::assertContains($body, [null, '', '{}'], "{$method} {$path} takes a body that the contract does not know.");

            return;
        }
        $at = ['paths', (string) self::templateOf($path), strtolower($method), 'requestBody', 'content', 'application/json', 'schema'];
        $result = self::validate(json_decode($body === null || $body === '' ? '{}' : $body, false), ...$at);
        $error = $result->error();
        Assert::assertTrue(
            $result->isValid(),
            "The body of {$method} {$path}: ".($error === null ? '' : json_encode((new ErrorFormatter())->formatFlat($error))).' '.$body,
        );
    }

    /** The schema of the body that an operation takes; null where it takes none. */
    public static function bodyOf(string $method, string $path): ?\stdClass
    {
        $template = self::templateOf($path);

        return $template === null
            ? null
            : self::document()->paths->{$template}->{strtolower($method)}->requestBody->content->{'application/json'}->schema ?? null;
    }

    /**
     * Takes out of an answer's lists what stood there in another answer word for word and was held to the contract then: most of
     * the time of these tests would go into batches and orders that nobody touched.
     *
     * @param list<string> $at where its schema stands
     *
     * @return array<string, true> what is left, should it hold
     */
    private static function withoutWhatHeld(mixed $body, string $name, array $at): array
    {
        $held = [];
        $schema = self::schemaAt($at);
        foreach ($body instanceof \stdClass ? get_object_vars($body) : [] as $property => $list) {
            $of = $schema->properties->{$property} ?? null;
            // Where the contract says anything of the list as a whole, nothing may be taken from it.
            if (!is_array($list) || !$of instanceof \stdClass || array_diff(array_keys(get_object_vars($of)), ['type', 'items', 'description']) !== []) {
                continue;
            }
            $new = [];
            foreach ($list as $entry) {
                $key = md5("{$name} {$property} ".json_encode($entry, JSON_THROW_ON_ERROR));
                if (!isset(self::$held[$key])) {
                    $held[$key] = true;
                    $new[] = $entry;
                }
            }
            $body->{$property} = $new;
        }

        return $held;
    }

    /** @param list<string> $at */
    private static function schemaAt(array $at): \stdClass
    {
        $schema = self::document();
        foreach ($at as $part) {
            $schema = $schema->{$part};
        }

        return isset($schema->{'$ref'}) ? self::schemaAt(explode('/', substr($schema->{'$ref'}, 2))) : $schema;
    }

    /** @param string $at where the schema stands in the contract, which is read once, whoever asks */
    private static function validate(mixed $data, string ...$at): ValidationResult
    {
        if (self::$validator === null) {
            self::$validator = new Validator();
            self::$validator->resolver()?->registerRaw(self::document(), self::ADDRESS);
        }
        $pointer = implode('/', array_map(static fn (string $part) => rawurlencode(strtr($part, ['~' => '~0', '/' => '~1'])), $at));

        $schema = Uri::parse(self::ADDRESS.'#/'.$pointer, true) ?? throw new \LogicException("{$pointer} is no place in the contract.");

        return self::$validator->validate($data, $schema);
    }

    /** @return list<string> every operation of the contract, as "GET /api/crops" */
    public static function operations(): array
    {
        $all = [];
        foreach (get_object_vars(self::document()->paths) as $path => $methods) {
            foreach (array_keys(get_object_vars($methods)) as $method) {
                $all[] = strtoupper($method).' '.$path;
            }
        }

        return $all;
    }

    private static function document(): \stdClass
    {
        return self::$document ??= json_decode(json_encode(require dirname(__DIR__).'/contract.php', JSON_THROW_ON_ERROR), false, 512, JSON_THROW_ON_ERROR);
    }

    private static function templateOf(string $path): ?string
    {
        if (self::$templates === []) {
            $templates = array_keys(get_object_vars(self::document()->paths));
            // Plain addresses before those with a part to fill in.
            usort($templates, static fn (string $a, string $b) => substr_count($a, '{') <=> substr_count($b, '{'));
            foreach ($templates as $template) {
                self::$templates[$template] = '#^'.preg_replace('/\{\w+\}/', '[^/]+', $template).'$#';
            }
        }
        foreach (self::$templates as $template => $pattern) {
            if (preg_match($pattern, $path) === 1) {
                return $template;
            }
        }

        return null;
    }
}
