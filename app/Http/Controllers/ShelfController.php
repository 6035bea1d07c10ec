<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Bench\Pasted;
use App\Http\Api\Answers;
use App\Http\Api\Takes;
use App\Http\Requests\FoldersRequest;
use App\Http\Requests\PackageFactRequest;
use App\Http\Requests\PageRequest;
use App\Http\Resources\FilePage;
use App\Http\Resources\FileSummary;
use App\Http\Resources\PageProposals;
use App\Jobs\CheckImages;
use App\Jobs\MakeBeside;
use App\Jobs\ReadPackage;
use App\Jobs\TakeOutImage;
use App\Models\PackageRecord;
use App\Models\Setting;
use App\Models\WorkJob;
use App\Planning\JobPlanner;
use App\Serve\Heartbeat;
use App\Shelf\MadeBeside;
use App\Shelf\Scratch;
use App\Shelf\Shelf;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Http\Response;
use Illuminate\Support\Facades\DB;
use Symfony\Component\HttpFoundation\BinaryFileResponse;
use Tornavis\Core\Format\Schema;
use Tornavis\Core\Package\Comparison;
use Tornavis\Core\Package\Container;
use Tornavis\Core\Package\ReleaseCard;
use Tornavis\Core\Package\Sum\SumList;
use Tornavis\Core\Words\PackageKind;
use Tornavis\Core\Words\Size;

/** The files. */
final class ShelfController extends Controller
{
    private const SPARE_BYTES = 256 << 20;

    #[Answers('shelf')]
    public function index(Shelf $shelf): JsonResponse
    {
        $records = PackageRecord::query()->get()->sortBy('name')->values();
        $firstOf = [];
        foreach ($records->sortBy('id') as $record) {
            $firstOf[(string) $record->sha256] ??= $record->id;
        }

        return response()->json([
            'folder' => $shelf->folder,
            'folders' => Setting::folders(),
            'kinds' => array_column(PackageKind::cases(), 'value'),
            'arriving' => self::arriving(),
            'packages' => $records->map(
                static fn(PackageRecord $record): FileSummary => new FileSummary($record, $firstOf),
            ),
        ]);
    }

    /** Files that the watcher takes in at the moment. */
    private static function arriving(): int
    {
        $watch = Heartbeat::of('watch');
        $arriving = Heartbeat::isFresh($watch) ? $watch['arriving'] ?? 0 : 0;

        return is_int($arriving) ? $arriving : 0;
    }

    #[Answers('file')]
    public function show(PackageRecord $package, JobPlanner $planner): JsonResponse
    {
        return (new FilePage($package, $planner))->response();
    }

    #[Answers('look')]
    public function look(Shelf $shelf): JsonResponse
    {
        return response()->json(['toRead' => $shelf->look()]);
    }

    #[Answers('folders')]
    public function folders(FoldersRequest $request, Shelf $shelf): JsonResponse
    {
        Setting::keepFolders($request->folders());

        return response()->json(['folders' => Setting::folders(), 'toRead' => $shelf->look()]);
    }

    /** A statement that a person types about a file; null takes it back. */
    #[Answers('done', 201)]
    public function learn(PackageFactRequest $request, PackageRecord $package): JsonResponse
    {
        DB::transaction(static fn() => $package->refresh()->learn([$request->name() => $request->fact()]));
        // What is being read rests on what was said before, and is read again.
        if ($request->needsTheFile() || $package->isBeingRead()) {
            ReadPackage::dispatch($package->id);
        }

        return response()->json(['ok' => true], 201);
    }

    #[Takes(['/release-card'])]
    #[Answers('done', 201)]
    public function card(Request $request, PackageRecord $package, Shelf $shelf): JsonResponse
    {
        ReleaseCard::write($package->path, Schema::decodeText($request->getContent(), 'the card'));
        // File times have whole seconds; the card may be as old as the last look.
        $package->update(['modified_at' => 0]);
        $shelf->look();

        return response()->json(['ok' => true], 201);
    }

    /** What the text of the build's page asks for, to be taken into the card one by one. */
    #[Answers('page-proposals')]
    public function page(PageRequest $request, PackageRecord $package): JsonResponse
    {
        $page = Pasted::read($request->string('text')->toString());

        return response()->json(['proposals' => PageProposals::of($package->package(), $page)]);
    }

    #[Answers('done', 202)]
    public function check(PackageRecord $package): JsonResponse
    {
        $package->update(['images' => ['status' => 'begun', 'at' => now()->toIso8601String(), 'outcomes' => []]]);
        CheckImages::dispatch($package->id);

        return response()->json(['ok' => true], 202);
    }

    /** Has the image of one partition taken out of a payload and checked; it can be fetched when that is done. */
    #[Answers('done', 202)]
    public function takeOut(PackageRecord $package, string $partition): JsonResponse
    {
        $image = $package->package()->imageFor($partition);
        if ($image === null) {
            abort(422, "{$package->name} holds no image of {$partition}.");
        }
        $free = (int) @disk_free_space(storage_path());
        abort_if(
            $free < $image->sizeBytes + self::SPARE_BYTES,
            507,
            'There is no room for it: ' .
                Size::text($image->sizeBytes) .
                ' are needed on the disk of ' .
                storage_path() .
                '. Make room, then try again.',
        );
        TakeOutImage::begin($package, $partition);

        return response()->json(['ok' => true], 202);
    }

    /** Has a compressed or sparse file unpacked; what comes of it lies beside it on the shelf. */
    #[Answers('done', 202)]
    public function unpack(PackageRecord $package): JsonResponse
    {
        $packed = [Container::Compressed, Container::Sparse];
        abort_unless(
            in_array($package->package()->container, $packed, true),
            422,
            "{$package->name} is neither compressed nor sparse.",
        );

        return $this->beside($package, null);
    }

    /** Has the image of one partition taken out of a payload and laid beside it on the shelf. */
    #[Answers('done', 202)]
    public function layBeside(PackageRecord $package, string $partition): JsonResponse
    {
        abort_if(
            $package->package()->imageFor($partition) === null,
            422,
            "{$package->name} holds no image of {$partition}.",
        );

        return $this->beside($package, $partition);
    }

    private function beside(PackageRecord $package, ?string $partition): JsonResponse
    {
        $made = new MadeBeside($package->package(), $partition);
        abort_if(is_file($made->path), 409, basename($made->path) . ' is there already; add it to the kit.');
        $needed = $made->neededBytes() ?? 0;
        $folder = dirname($made->path);
        abort_if(
            (int) @disk_free_space($folder) < $needed + self::SPARE_BYTES,
            507,
            'There is no room for it: ' . Size::text($needed) . " are needed in {$folder}. Make room, then try again.",
        );
        MakeBeside::begin($package, $partition);

        return response()->json(['ok' => true], 202);
    }

    /** An image that was taken out. */
    #[Answers(null, type: 'application/octet-stream')]
    public function partition(PackageRecord $package, string $partition): BinaryFileResponse
    {
        $taken = $package->extraction;
        $file =
            $taken !== null && $taken['partition'] === $partition && $taken['file'] !== null
                ? Scratch::folder() . '/' . basename($taken['file'])
                : '';
        abort_unless(is_file($file), 404, 'This image is not there, or no longer. Have it taken out again.');
        touch($file);

        return response()->download($file, "{$partition}-of-{$package->name}.img");
    }

    #[Answers('compare')]
    public function compare(PackageRecord $package, PackageRecord $other): JsonResponse
    {
        $side = static fn(PackageRecord $record): array => [
            'id' => $record->id,
            'name' => $record->name,
            'title' => $record->package()->title(),
            'integrity' => $record->package()->integrity()->value,
            'sizeBytes' => $record->size_bytes,
        ];

        return response()->json([
            'left' => $side($package),
            'right' => $side($other),
            'rows' => Comparison::of($package->package(), $other->package()),
        ]);
    }

    /** The checksums of everything that is there, as the sum tools read them. */
    #[Answers(null, type: 'text/plain')]
    public function sums(): Response
    {
        $sums = [];
        foreach (PackageRecord::query()->present()->get() as $record) {
            if ($record->sha256 !== null) {
                $sums[$record->name] = $record->sha256;
            }
        }

        return response(SumList::write($sums), 200, [
            'Content-Type' => 'text/plain; charset=utf-8',
            'Content-Disposition' => 'attachment; filename="SHA256SUMS"',
        ]);
    }

    /** Forgets a file that is gone; one that is there is forgotten by taking it away. */
    #[Answers(null, 204)]
    public function forget(PackageRecord $package): Response
    {
        abort_unless(
            $package->missing,
            409,
            'The file is there. Take it out of its folder first; nothing here deletes files.',
        );
        abort_if(WorkJob::anyHolds($package), 409, 'A job has it in its kit. Leave it out there first.');
        $package->delete();

        return response()->noContent();
    }
}
