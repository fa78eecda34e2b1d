"""Another text in place of one, with what belongs to single characters and words kept."""

from __future__ import annotations

from tinstamp.job.model import OwnLetter, Text, TextStyle


def retexted(drawn: Text, new: str) -> Text:
    """The artwork with a new text: letters and styles stay with their characters; those of
    characters that are gone go with them."""
    old = drawn.text
    shortest = min(len(old), len(new))
    same = next((i for i in range(shortest) if old[i] != new[i]), shortest)
    left = shortest - same
    end = next((i for i in range(left) if old[-1 - i] != new[-1 - i]), left)
    gone = len(old) - end  # characters [same, gone) of the old text are replaced
    by = len(new) - len(old)

    letters: list[OwnLetter] = []
    for own in drawn.letters:
        if own.index < same:
            letters.append(own)
        elif own.index >= gone:
            letters.append(own.model_copy(update={"index": own.index + by}))
    styles: list[TextStyle] = []
    for style in drawn.styles:
        start = style.start if style.start < same else max(style.start, gone) + by
        stop = style.end if style.end <= same else max(style.end, gone) + by
        if style.start >= same and style.end <= gone and same != gone:
            continue
        if stop > start:
            styles.append(style.model_copy(update={"start": start, "end": stop}))
    return drawn.model_copy(
        update={"text": new, "letters": tuple(letters), "styles": tuple(styles)}
    )
