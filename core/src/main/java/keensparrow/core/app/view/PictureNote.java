package keensparrow.core.app.view;

import java.util.List;
import keensparrow.core.aggregate.Measure;
import keensparrow.core.app.measure.AppWords;
import keensparrow.core.question.Question;
import keensparrow.core.sentence.Sentence;
import keensparrow.core.words.Words;
import org.jspecify.annotations.Nullable;

/** A picture with what is to be seen in it and a caption. */
final class PictureNote implements ViewKind {
    private static final int MAX_TEXT = 2000;

    @Override
    public String label() {
        return Words.say("view.aPicture");
    }

    @Override
    public String purpose() {
        return Words.say("view.whatDoesItLookLike");
    }

    @Override
    public List<Slot> slots() {
        return List.of(Slot.PICTURE);
    }

    @Override
    public Place size() {
        return new Place(0, 0, 4, 4);
    }

    @Override
    public @Nullable String fault(View view) {
        ViewSettings.Picture picture = view.drawing().picture();
        if (picture == null) {
            return null; // its author has not picked one yet
        }
        if (!picture.id().matches("[A-Za-z0-9_-]{1,40}")) {
            return Words.say("view.thePictureIsNoneOf", "view", view.title());
        }
        return length(picture.alternative()) > MAX_TEXT || length(picture.caption()) > MAX_TEXT
                ? Words.say("view.theWordsOfAPicture", "maxText", MAX_TEXT)
                : null;
    }

    private static int length(@Nullable String text) {
        return text == null ? 0 : text.length();
    }

    @Override
    public List<Measure> measures(View view) {
        return List.of(Measure.ROWS);
    }

    @Override
    public Question ask(View view, TableSlice slice) {
        return new Question.Groups(List.of(), measures(view), Question.Order.LABEL);
    }

    @Override
    public Sentence sentence(View view, AppWords words) {
        return Sentence.of("view.aPictureAs", Sentence.control("kind", label()));
    }

    @Override
    public String title(View view, AppWords words) {
        ViewSettings.Picture picture = view.drawing().picture();
        String caption = picture == null ? null : picture.caption();
        return caption == null || caption.isBlank() ? Words.say("view.picture") : caption;
    }
}
