"""What goes wrong: odd inputs, dying processes, crowds. Bounded scripts that count, and keep their figures."""
