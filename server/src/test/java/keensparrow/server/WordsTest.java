package keensparrow.server;

import static org.assertj.core.api.Assertions.assertThat;

import com.ibm.icu.text.MessagePattern;
import com.sun.source.tree.AnnotationTree;
import com.sun.source.tree.BinaryTree;
import com.sun.source.tree.CompilationUnitTree;
import com.sun.source.tree.ExpressionTree;
import com.sun.source.tree.LiteralTree;
import com.sun.source.tree.MethodInvocationTree;
import com.sun.source.tree.NewClassTree;
import com.sun.source.tree.Tree;
import com.sun.source.util.JavacTask;
import com.sun.source.util.TreePath;
import com.sun.source.util.TreePathScanner;
import com.sun.source.util.Trees;
import java.io.IOException;
import java.io.Reader;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Properties;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import javax.tools.JavaCompiler;
import javax.tools.ToolProvider;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;

/** All that people read stands in the resource files, and what the code asks of them is there. */
class WordsTest {
    private static final List<String> MODULES = List.of("core", "formats", "server");
    private static final Set<String> SAYING = Set.of("Words.say", "Words.pieces", "Text.of", "Sentence.of", "phrase");
    /** Several words in a row, or a sentence's start: what a person would read. */
    private static final Pattern PROSE = Pattern.compile(
            "(?s)(?!\\S+$|Broken pipe|Connection reset|Idle timeout|ddd d mmm yyyy)(?:.*\\p{L}{2,}[,;:]? \\p{L}+[,;:]? \\p{L}{2,}.*|[A-Z“][\\p{L}”]+ \\p{L}+.*|.*\\p{L}{2,}\\. *[A-Z]?.*)");
    /** Not for people: SQL, programs' protocols, words of data that are recognised, texts for whoever runs the server. */
    private static final Pattern ELSEWHERE = Pattern.compile(
            ".*/(infer/text/\\w+|meaning/(Vocabulary|HeadingWords|TimeWords|Naming|Countries|Repeats|Roles)|layout/TotalLabels"
                    + "|sql/(FilterSql|QuestionSql)|http/(OpenApi|Schemas|Json|StrictJson)|dataset/LoadRehearsal|admin/Metrics|store/(StoreCheck|Secrets)"
                    + "|\\w*(Repository|Database|Jobs|Connections|Command|WarehouseProcess|ResultText|SqlText|Server|Main|JsonShape|ConnectionGuards))\\.java");
    /** Calls and constructions whose texts are for programmers, logs or addresses. */
    private static final Pattern TECHNICAL = Pattern.compile(
            "LOG\\..*|get|api\\..*|ctx\\..*|metrics\\..*|Database\\..*|DateTimeFormatter\\..*|Pattern\\..*|super|header|text\\.append.*"
                    + "|(Illegal\\w+|IO|SQL|DamagedSnapshot|Store|UncheckedIO|Assertion|UnsupportedOperation|NoSuchElement)(Exception|Error)"
                    + "|Unsound|Thread|.*\\.(indexOf|select|replaceAll|replaceFirst|matches|split|contains|startsWith|endsWith|equals|register|description|ofVirtual|name)");

    private static final Map<String, String> TEXTS = new TreeMap<>();
    private static final List<String> PROBLEMS = new ArrayList<>();
    private static final Set<String> LITERALS = new HashSet<>();

    @BeforeAll
    static void readAll() throws IOException {
        for (String module : MODULES) {
            Path file = Path.of("../" + module + "/src/main/resources/keensparrow/words/" + module + ".properties");
            Properties read = new Properties();
            try (Reader in = Files.newBufferedReader(file)) {
                read.load(in);
            }
            read.stringPropertyNames().forEach(key -> {
                if (TEXTS.put(key, read.getProperty(key)) != null) {
                    PROBLEMS.add(key + " stands in two files");
                }
            });
        }
        JavaCompiler compiler = ToolProvider.getSystemJavaCompiler();
        List<Path> sources = new ArrayList<>();
        for (String module : MODULES) {
            try (Stream<Path> all = Files.walk(Path.of("../" + module + "/src/main/java"))) {
                all.filter(path -> path.toString().endsWith(".java")).forEach(sources::add);
            }
        }
        try (var files = compiler.getStandardFileManager(null, null, null)) {
            JavacTask task = (JavacTask) compiler.getTask(
                    null, files, null, List.of("-proc:none"), null, files.getJavaFileObjectsFromPaths(sources));
            for (CompilationUnitTree unit : task.parse()) {
                new Reading(unit, Trees.instance(task)).scan(unit, null);
            }
        }
    }

    @Test
    void whatTheCodeSaysStandsInTheFilesWithTheArgumentsItGives() {
        assertThat(PROBLEMS).isEmpty();
    }

    @Test
    void everyTextIsSaidSomewhere() {
        Set<String> unused = new TreeSet<>(TEXTS.keySet());
        unused.removeAll(LITERALS);
        assertThat(unused).isEmpty();
    }

    private static Set<String> arguments(String template) {
        Set<String> names = new TreeSet<>();
        MessagePattern pattern = new MessagePattern(template);
        for (int i = 0; i < pattern.countParts(); i++) {
            if (pattern.getPartType(i) == MessagePattern.Part.Type.ARG_START) {
                names.add(pattern.getSubstring(pattern.getPart(i + 1)));
            }
        }
        return names;
    }

    /** Reads one source file. */
    private static final class Reading extends TreePathScanner<Void, Void> {
        private final CompilationUnitTree unit;
        private final Trees trees;

        Reading(CompilationUnitTree unit, Trees trees) {
            this.unit = unit;
            this.trees = trees;
        }

        private String at(Tree tree) {
            long line =
                    unit.getLineMap().getLineNumber(trees.getSourcePositions().getStartPosition(unit, tree));
            return unit.getSourceFile().getName() + ":" + line;
        }

        @Override
        public Void visitAnnotation(AnnotationTree tree, Void none) {
            return null;
        }

        @Override
        public Void visitMethodInvocation(MethodInvocationTree call, Void none) {
            String called = call.getMethodSelect().toString().replaceAll("\\s", "");
            boolean says = SAYING.contains(called) || called.endsWith(".phrase") || called.endsWith(".Text.of");
            if (says && call.getArguments().get(0) instanceof LiteralTree key) {
                String template = TEXTS.get(String.valueOf(key.getValue()));
                if (template == null) {
                    PROBLEMS.add(at(call) + ": there is no text " + key);
                } else {
                    compare(call, template);
                }
            }
            return super.visitMethodInvocation(call, none);
        }

        private void compare(MethodInvocationTree call, String template) {
            List<? extends ExpressionTree> given = call.getArguments();
            Set<String> names = new TreeSet<>();
            for (int i = 1; i < given.size(); i++) {
                if (given.get(i) instanceof LiteralTree name && i % 2 == 1) {
                    names.add(String.valueOf(name.getValue()));
                } else if (given.get(i) instanceof MethodInvocationTree filled
                        && filled.getMethodSelect().toString().matches("Sentence\\.(control|stress|plain)")) {
                    names.add(
                            String.valueOf(((LiteralTree) filled.getArguments().get(0)).getValue()));
                } else if (i % 2 == 1) {
                    return; // built elsewhere
                }
            }
            if (!names.equals(arguments(template))) {
                PROBLEMS.add(at(call) + " gives " + names + " to “" + template + "”");
            }
        }

        @Override
        public Void visitLiteral(LiteralTree tree, Void none) {
            if (tree.getValue() instanceof String text) {
                LITERALS.add(text);
                if (!TEXTS.containsKey(text)
                        && PROSE.matcher(text).matches()
                        && !ELSEWHERE.matcher(unit.getSourceFile().getName()).matches()
                        && !isTechnical()) {
                    PROBLEMS.add(at(tree) + " says “" + text + "”: it belongs into the resource files");
                }
            }
            return null;
        }

        private boolean isTechnical() {
            for (TreePath path = getCurrentPath(); path != null; path = path.getParentPath()) {
                Tree tree = path.getLeaf();
                String name = tree instanceof MethodInvocationTree call
                        ? call.getMethodSelect().toString()
                        : tree instanceof NewClassTree made
                                ? made.getIdentifier().toString()
                                : null;
                if (name != null
                        && TECHNICAL.matcher(name.replaceAll("\\s", "")).matches()) {
                    return true;
                }
                if (name != null && !(tree instanceof BinaryTree)) {
                    return false;
                }
            }
            return false;
        }
    }
}
