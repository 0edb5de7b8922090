<?php

declare(strict_types=1);

namespace WetCradle\Server\Tests\Http;

use PHPUnit\Framework\Attributes\TestWith;
use WetCradle\Server\Http\Table;
use WetCradle\Server\Tests\House;

/** What nobody sends who means well, and what goes wrong by itself: told plainly, and nobody else is held up. */
final class StrangerTest extends House
{
    protected function setUp(): void
    {
        parent::setUp();
        $this->signIn();
        $this->isHeldToContract = false;
    }

    #[TestWith(['GET', '/api/zones/99999999999999999999/season', 404])]
    #[TestWith(['PUT', '/api/licences/9223372036854775808', 404])]
    #[TestWith(['GET', '/api/find?q=%ff', 400])]
    #[TestWith(['GET', '/api/batches/%c3%28', 400])]
    #[TestWith(['GET', '/api/find?q=%C3%BC', 200])]
    #[TestWith(['GET', '/api/zones/999999999/season', 404])]
    public function testAnAddressThatCannotBe(string $method, string $path, int $status): void
    {
        self::assertSame($status, $this->send($method, $path, $method === 'GET' ? null : [])->getStatusCode());
    }

    /** @return array<string, mixed> */
    private function look(string $photo): array
    {
        $stop = $this->ask('GET', '/api/round')['stops'][0];

        return [
            'key' => 'a-look-'.bin2hex(random_bytes(6)), 'code' => $stop['code'], 'line' => $stop['line'], 'seen' => 'rot',
            'photo' => base64_encode($photo), 'at' => '2027-05-12T07:31:00',
        ];
    }

    private static function picture(int $wide, int $high, callable $write): string
    {
        self::assertGreaterThan(0, $wide * $high);
        $picture = imagecreatetruecolor(max(1, $wide), max(1, $high));
        ob_start();
        $write($picture);

        return (string) ob_get_clean();
    }

    public function testOnlyPicturesThatCanBeBorneAreRead(): void
    {
        $small = ['jpeg' => imagejpeg(...), 'png' => imagepng(...), 'webp' => imagewebp(...)];
        foreach ($small as $kind => $write) {
            $kept = $this->ask('POST', '/api/round/looks', $this->look(self::picture(640, 480, $write)));
            self::assertTrue($kept['look']['photo'], $kind);
        }
        $progressive = self::picture(4000, 3000, static function (\GdImage $picture): void {
            imageinterlace($picture, true);
            imagejpeg($picture, null, 1);
        });
        foreach (['too many points' => $progressive, 'another kind' => self::picture(64, 64, imagegif(...))] as $what => $photo) {
            self::assertSame('photo', $this->refused(422, 'POST', '/api/round/looks', $this->look($photo))['field'], $what);
        }
    }

    public function testACustomersNameReckonsNothingInASpreadsheet(): void
    {
        $file = fopen('php://temp', 'r+');
        self::assertIsResource($file);
        Table::row($file, ['=HYPERLINK("x")', '+1', '-1', '@SUM(A1)', "\tx", 'Löwe, "K."', 3, -2.5, null]);
        rewind($file);
        self::assertSame(
            ['\'=HYPERLINK("x")', "'+1", "'-1", "'@SUM(A1)", "'\tx", 'Löwe, "K."', '3', '-2.5', ''],
            fgetcsv($file, escape: ''),
        );
    }

    public function testAFailingDatabaseSignsNobodyOut(): void
    {
        $this->db()->executeStatement('ALTER TABLE account RENAME TO account_gone');
        try {
            $this->send('GET', '/api/session');
            self::fail('That cannot have been answered.');
        } catch (\PHPUnit\Framework\AssertionFailedError $failed) {
            self::assertStringContainsString('no such table: account', $failed->getMessage());
        }
        $this->db()->executeStatement('ALTER TABLE account_gone RENAME TO account');
        self::assertSame('propagator', $this->ask('GET', '/api/session')['account']['role'] ?? null);
    }
}
