<?php

declare(strict_types=1);

namespace App\Http\Requests;

use Illuminate\Foundation\Http\FormRequest;
use Illuminate\Validation\Rule;
use Tornavis\Core\Words\BackupPart;
use Tornavis\Core\Words\LossClass;

/** Another kit, or other answers, for a job. */
final class ChangeJobRequest extends FormRequest
{
    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return [
            'version' => ['sometimes', 'integer'],
            'kit' => ['sometimes', 'array'],
            'kit.*' => ['integer', Rule::exists('packages', 'id')],
            'answers' => ['sometimes', 'array:agreed,waived,house,backup,questions,backUp'],
            'answers.agreed' => ['sometimes', 'array'],
            'answers.agreed.*' => ['string', 'max:300'],
            'answers.waived' => ['sometimes', 'array'],
            'answers.waived.*' => [Rule::enum(LossClass::class)],
            'answers.house' => ['sometimes', new HouseChoices()],
            'answers.questions' => ['sometimes', new QuestionChoices()],
            'answers.backUp' => ['sometimes', 'array'],
            'answers.backUp.*' => [Rule::enum(BackupPart::class)],
            'answers.backup' => ['sometimes', 'nullable', 'string', 'max:200'],
        ];
    }
}
