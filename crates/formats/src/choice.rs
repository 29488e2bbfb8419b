//! Choices among a few words, and the core's own choices they stand for.

/// Declares how a choice of the core is spelled in JSON, both ways.
macro_rules! choice {
    ($(#[$doc:meta])* $name:ident = $core:ty { $($(#[$vdoc:meta])* $variant:ident = $value:path),+ $(,)? }) => {
        $(#[$doc])*
        #[derive(Clone, Copy, Debug, PartialEq, Eq, Serialize, Deserialize, ToSchema)]
        #[serde(rename_all = "snake_case")]
        #[schema(rename_all = "snake_case")]
        #[allow(missing_docs)]
        pub enum $name { $($(#[$vdoc])* $variant),+ }

        impl From<$name> for $core {
            fn from(text: $name) -> Self {
                match text { $($name::$variant => $value),+ }
            }
        }

        impl From<$core> for $name {
            fn from(value: $core) -> Self {
                match value { $($value => Self::$variant),+ }
            }
        }
    };
}
pub(crate) use choice;
