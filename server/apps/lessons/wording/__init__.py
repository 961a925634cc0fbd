"""Items in other words beside their own: in another language, or in plainer words."""
