import type { PolicyList } from '@douane/api';
import type { Answers } from '@douane/core/policy';
import { merged } from '@douane/core/setup';
import { useEffect, useState } from 'react';

interface Edit {
  answers: Answers;
  /** What stood there when editing began. */
  from: Pick<PolicyList, 'answers' | 'revision'>;
}

/** Answers while somebody gives them. What a colleague kept meanwhile is taken in, and what was typed here stands. */
export function useAnswers(list: PolicyList) {
  const [edit, setEdit] = useState<Edit | null>(null);
  const [taken, setTaken] = useState<string[] | null>(null);
  const { answers: kept, revision } = list;
  useEffect(() => {
    if (!edit || edit.from.revision === revision) return;
    const { value, both } = merged(edit.from.answers, edit.answers, kept);
    // What comes back may be what was sent from here.
    const own = JSON.stringify(value) === JSON.stringify(kept);
    setTaken(own ? null : both);
    setEdit(own ? null : { answers: value, from: { answers: kept, revision } });
  }, [edit, kept, revision]);
  return {
    answers: edit?.answers ?? kept,
    edited: edit !== null,
    revision: edit?.from.revision ?? revision,
    /** A colleague's answers were taken in since; where what was typed here stands instead. */
    taken,
    setAnswers: (answers: Answers) => {
      if (!edit) setTaken(null);
      const same = JSON.stringify(answers) === JSON.stringify(kept);
      setEdit(same ? null : { answers, from: edit?.from ?? { answers: kept, revision } });
    },
    revert: () => {
      setEdit(null);
      setTaken(null);
    },
    /** `sent` is kept now. */
    saved: (sent: Answers) => setEdit((is) => (is && is.answers !== sent ? is : null)),
  };
}
