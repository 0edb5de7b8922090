<?php

declare(strict_types=1);

namespace WetCradle\Server\Tests;

use PHPUnit\Framework\TestCase;

/** Who may lean on whom: the core on nothing, the server on the core, the web on the contract alone. */
final class HouseRulesTest extends TestCase
{
    private const ROOT = __DIR__.'/../..';

    public function testTheCoreDependsOnNothing(): void
    {
        foreach ($this->files('core/src', 'php') as $file => $text) {
            preg_match_all('/^use ([\w\\\\]+)/m', $text, $uses);
            foreach ($uses[1] as $use) {
                self::assertStringStartsWith('WetCradle\\Core\\', $use, $file);
            }
            self::assertDoesNotMatchRegularExpression('/\b(time|microtime|date|random_int|mt_rand|rand|getenv|file_put_contents|curl_\w+)\(|new \\\\DateTimeImmutable\(\)|\$_(SERVER|ENV|GET|POST)|\\\\PDO\b/', $text, "{$file}: no clock, no chance, no files, no network.");
        }
        $composer = json_decode((string) file_get_contents(self::ROOT.'/core/composer.json'), true);
        self::assertSame(['php'], array_keys($composer['require']));
    }

    public function testTheWebKnowsOnlyTheContract(): void
    {
        $seen = 0;
        foreach (['ts', 'tsx', 'css'] as $kind) {
            foreach ($this->files('web/src', $kind) as $file => $text) {
                preg_match_all('/from \'(\.[^\']+)\'/', $text, $imports);
                foreach ($imports[1] as $import) {
                    $at = realpath(dirname(self::ROOT.'/'.$file).'/'.$import) ?: realpath(dirname(self::ROOT.'/'.$file)) ?: '';
                    self::assertStringContainsString('/web/src', $at, $file);
                }
                self::assertDoesNotMatchRegularExpression('#https?://(?!www\.w3\.org)#', $text, "{$file}: nothing is fetched from outside.");
                ++$seen;
            }
        }
        self::assertGreaterThan(30, $seen);
    }

    public function testNoServerFolderReachesIntoTheDemoOrTheTests(): void
    {
        foreach ($this->files('server/src', 'php') as $file => $text) {
            if (!str_contains($file, '/Demo/')) {
                self::assertStringNotContainsString('use WetCradle\\Server\\Demo', $text, $file);
            }
            self::assertStringNotContainsString('WetCradle\\Server\\Tests', $text, $file);
        }
    }

    /** @return iterable<string, string> path → text */
    private function files(string $folder, string $kind): iterable
    {
        foreach (new \RecursiveIteratorIterator(new \RecursiveDirectoryIterator(self::ROOT.'/'.$folder, \FilesystemIterator::SKIP_DOTS)) as $file) {
            if ($file instanceof \SplFileInfo && $file->getExtension() === $kind) {
                yield $folder.substr($file->getPathname(), strlen(self::ROOT.'/'.$folder)) => (string) file_get_contents($file->getPathname());
            }
        }
    }
}
