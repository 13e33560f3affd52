package org.modeststack.steps;

import java.lang.reflect.Constructor;
import java.lang.reflect.InvocationTargetException;
import java.lang.reflect.RecordComponent;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.concurrent.ConcurrentHashMap;
import org.jspecify.annotations.Nullable;

/**
 * All there is to know of a kind of step, read once from its record: from it follow the sentence, the form, the JSON,
 * the command-line options and the help. Components of the record without {@link Param} are the step's own business:
 * they are kept, but not shown.
 */
public final class StepDescriptor {
    private static final Map<Class<?>, StepDescriptor> KNOWN = new ConcurrentHashMap<>();

    private final Class<? extends Step> type;
    private final StepInfo info;
    private final List<ParamDescriptor> params;
    private final boolean usesBodies;
    private final RecordComponent[] components;
    private final Constructor<? extends Step> constructor;

    private StepDescriptor(Class<? extends Step> type) {
        this.type = type;
        info = type.getAnnotation(StepInfo.class);
        if (info == null || !type.isRecord())
            throw new IllegalStateException(type + " must be a record with @StepInfo");
        components = type.getRecordComponents();
        params = Arrays.stream(components)
                .filter(c -> ParamDescriptor.paramOf(c) != null)
                .map(ParamDescriptor::new)
                .toList();
        usesBodies = params.stream().anyMatch(p -> p.type() == Bodies.class);
        try {
            constructor = type.getDeclaredConstructor(
                    Arrays.stream(components).map(RecordComponent::getType).toArray(Class<?>[]::new));
        } catch (NoSuchMethodException e) {
            throw new IllegalStateException(e);
        }
    }

    public static StepDescriptor of(Class<? extends Step> type) {
        return KNOWN.computeIfAbsent(type, _ -> new StepDescriptor(type));
    }

    public static StepDescriptor of(Step step) {
        return of(step.getClass());
    }

    /** The name in files and on the command line. */
    public String type() {
        return info.type();
    }

    public String title() {
        return info.title();
    }

    public Family family() {
        return info.family();
    }

    public String help() {
        return info.help();
    }

    /** Other words people search for. */
    public String words() {
        return info.words();
    }

    public Class<? extends Step> stepClass() {
        return type;
    }

    public List<ParamDescriptor> params() {
        return params;
    }

    /** Whether a parameter means anything with the step's present choices. */
    public boolean isRelevant(Step step, ParamDescriptor p) {
        if (!step.uses(p.name())) return false;
        if (p.only().isEmpty()) return true;
        String[] rule = p.only().split("=");
        ParamDescriptor on = Objects.requireNonNull(param(rule[0]), rule[0]);
        return List.of(rule[1].split(",")).contains(on.show(value(step, on)));
    }

    /** Whether one of the parameters is a list of bodies. */
    boolean usesBodies() {
        return usesBodies;
    }

    /** @return null if there is no such parameter */
    public @Nullable ParamDescriptor param(String name) {
        for (ParamDescriptor p : params) if (p.name().equals(name)) return p;
        return null;
    }

    public Object value(Step step, ParamDescriptor param) {
        return component(step, param.name());
    }

    private Object component(Step step, String name) {
        try {
            for (RecordComponent c : components) {
                if (c.getName().equals(name)) return c.getAccessor().invoke(step);
            }
        } catch (ReflectiveOperationException e) {
            throw new IllegalStateException(e);
        }
        throw new IllegalArgumentException(type() + " has no " + name);
    }

    /** A step of this kind with every parameter at its default. */
    public Step createDefault() {
        return create(Map.of());
    }

    /** @param values by name; what is left out takes its default, and null where it is no parameter */
    public Step create(Map<String, ?> values) {
        Object[] args = new Object[components.length];
        for (int i = 0; i < args.length; i++) {
            String name = components[i].getName();
            ParamDescriptor p = param(name);
            args[i] = values.get(name);
            if (args[i] == null && p != null) args[i] = p.defaultValue();
        }
        return construct(args);
    }

    /**
     * The same step with one value changed.
     *
     * @throws IllegalArgumentException if it has none of that name
     */
    public Step with(Step step, String name, Object value) {
        component(step, name);
        Object[] args = new Object[components.length];
        for (int i = 0; i < args.length; i++) {
            String c = components[i].getName();
            args[i] = c.equals(name) ? value : component(step, c);
        }
        return construct(args);
    }

    private Step construct(Object[] args) {
        try {
            return constructor.newInstance(args);
        } catch (InvocationTargetException e) {
            Throwable why = e.getTargetException();
            throw new IllegalArgumentException(why.getMessage(), why);
        } catch (ReflectiveOperationException e) {
            throw new IllegalStateException(e);
        }
    }

    /** @throws StepException naming the first value that is not allowed */
    public void check(Step step) throws StepException {
        for (ParamDescriptor p : params) p.check(value(step, p));
    }
}
