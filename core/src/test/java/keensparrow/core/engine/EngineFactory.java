package keensparrow.core.engine;

import keensparrow.core.table.Table;

/**
 * The engine that the suite of this package is run against: every test of it asks through the interface alone. Another
 * engine is named by {@code -Dsparrow.test.engine=CLASS}, a class of this kind with a constructor without parameters.
 */
interface EngineFactory {
    EngineFactory TESTED = named(System.getProperty("sparrow.test.engine", ""));

    QueryEngine of(Table table);

    private static EngineFactory named(String className) {
        if (className.isEmpty()) {
            return MemoryEngine::new;
        }
        try {
            return (EngineFactory)
                    Class.forName(className).getDeclaredConstructor().newInstance();
        } catch (ReflectiveOperationException e) {
            throw new IllegalStateException("no engine can be made by " + className, e);
        }
    }
}
