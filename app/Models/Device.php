<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Model;
use Illuminate\Support\Carbon;

/**
 * Another device that was let in with the access code of this start.
 *
 * @property int $id
 * @property string $key SHA-256 of what its cookie holds and of the code
 * @property string $name as its owner called it, or "Device" and a number
 * @property string $address from which it came in
 * @property bool $sent_away
 * @property ?Carbon $last_seen_at
 * @property ?Carbon $created_at
 */
final class Device extends Model
{
    public const COOKIE = 'tornavis_device';

    private const SEEN_EVERY_SECONDS = 60;

    protected $fillable = ['key', 'name', 'address', 'sent_away', 'last_seen_at'];

    /** @return array<string, string> */
    protected function casts(): array
    {
        return ['sent_away' => 'boolean', 'last_seen_at' => 'datetime'];
    }

    /** @return array{self, string} the device, and what its cookie holds */
    public static function letIn(string $name, string $address): array
    {
        $token = bin2hex(random_bytes(32));
        $device = self::query()->create([
            'key' => self::keyOf($token),
            'name' => $name === '' ? 'Device ' . (self::query()->count() + 1) : $name,
            'address' => $address,
            'last_seen_at' => now(),
        ]);

        return [$device, $token];
    }

    /**
     * The device with this cookie; null where there is none, it was sent away, or it came in with the code of another
     * start.
     */
    public static function of(mixed $token): ?self
    {
        if (
            !is_string($token) ||
            preg_match('/^[0-9a-f]{64}$/', $token) !== 1 ||
            config()->string('tornavis.access_code') === ''
        ) {
            return null;
        }
        $device = self::query()->where('key', self::keyOf($token))->where('sent_away', false)->first();
        if ($device !== null && $device->last_seen_at?->diffInSeconds(now()) > self::SEEN_EVERY_SECONDS) {
            $device->update(['last_seen_at' => now()]);
        }

        return $device;
    }

    /** Takes away what nobody has come in with for a month. */
    public static function forgetOld(): void
    {
        self::query()->where('last_seen_at', '<', now()->subMonth())->delete();
    }

    private static function keyOf(string $token): string
    {
        return hash('sha256', "{$token}|" . config()->string('tornavis.access_code'));
    }
}
