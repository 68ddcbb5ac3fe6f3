"""Small simulated stand-ins for outside devices, behind the interface that real ones would have."""
