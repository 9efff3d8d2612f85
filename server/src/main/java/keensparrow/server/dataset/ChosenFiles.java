package keensparrow.server.dataset;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import keensparrow.core.error.ErrorCode;
import keensparrow.core.error.UserException;
import keensparrow.core.words.Text;
import keensparrow.core.words.Words;
import keensparrow.server.store.Database;

/** Which uploaded files a load is made of. */
final class ChosenFiles {
    private static final int MAX_FILES = 200;

    private final Database database;
    private final DatasetRepository datasets;

    ChosenFiles(Database database, DatasetRepository datasets) {
        this.database = database;
        this.datasets = datasets;
    }

    /** @throws UserException NOT_FOUND for one that the owner has not uploaded, INVALID_REQUEST for none, many or the same twice */
    List<Dataset.FileRef> of(long ownerId, List<String> ids) {
        requireSome(ids.size());
        List<Dataset.FileRef> files = database.inTransaction(connection -> {
            List<Dataset.FileRef> found = new ArrayList<>();
            for (String id : ids) {
                found.add(datasets.findFile(connection, ownerId, id)
                        .orElseThrow(() -> new UserException(
                                ErrorCode.NOT_FOUND, Text.of("server.dataset.thereIsNoSuchUploaded"))));
            }
            return found;
        });
        requireDifferent(files);
        return files;
    }

    /** Files that all fit the dataset's pattern join those of a version; others take the place of all. */
    List<Dataset.FileRef> next(Dataset dataset, Dataset.Version before, List<Dataset.FileRef> coming) {
        Optional<FilePattern> pattern =
                Optional.ofNullable(dataset.filePattern()).map(FilePattern::new);
        if (pattern.isEmpty() || !coming.stream().allMatch(file -> pattern.get().fits(file.name()))) {
            return coming;
        }
        List<Dataset.FileRef> files = FilePattern.joined(before.files(), coming);
        requireSome(files.size());
        requireDifferent(files);
        return files;
    }

    /** What there is to say of them: that they are the very bytes that were loaded before. */
    static List<String> notes(Dataset.Version before, List<Dataset.FileRef> files) {
        boolean same = contents(before.files()).equals(contents(files));
        return same ? List.of(Words.say("server.dataset.theSameBytes", "version", before.number())) : List.of();
    }

    /** What there is to say of those that a new dataset is made of: that another one is made of the very same bytes. */
    List<String> notes(long ownerId, List<Dataset.FileRef> files) {
        return database.inTransaction(connection -> datasets.madeOf(connection, ownerId, contents(files))).stream()
                .limit(1)
                .map(name -> Words.say("server.dataset.theSameBytesElsewhere", "name", UserException.quote(name)))
                .toList();
    }

    private static List<String> contents(List<Dataset.FileRef> files) {
        return files.stream().map(Dataset.FileRef::sha256).sorted().toList();
    }

    private static void requireSome(int count) {
        if (count == 0 || count > MAX_FILES) {
            throw new UserException(
                    ErrorCode.INVALID_REQUEST, Text.of("server.dataset.name1ToUploadedFiles", "maxFiles", MAX_FILES));
        }
    }

    /** The same rows twice would double every number, whatever the files are called. */
    private static void requireDifferent(List<Dataset.FileRef> files) {
        Map<String, String> names = new HashMap<>();
        for (Dataset.FileRef file : files) {
            String other = names.putIfAbsent(file.sha256(), file.name());
            if (other != null) {
                throw new UserException(
                        ErrorCode.INVALID_REQUEST,
                        Text.of(
                                "server.dataset.sameFileTwice",
                                "file",
                                UserException.quote(file.name()),
                                "other",
                                UserException.quote(other)));
            }
        }
    }
}
