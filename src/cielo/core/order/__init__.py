"""What must come before what, the order that keeps it, and why each step stands where it stands."""
