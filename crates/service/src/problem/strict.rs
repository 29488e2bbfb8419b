//! JSON read strictly: a group of fields is an object. serde's derived readers also take a list of the values in the order of
//! the fields, which nobody means to send.

use serde::de::{
    self, DeserializeSeed, Deserializer, EnumAccess, MapAccess, SeqAccess, Unexpected, VariantAccess, Visitor,
};
use std::fmt;

/// A reader, or whatever it hands out, that refuses lists where fields belong.
pub struct Strict<D>(pub D);

/// A visitor; `fields` if it was asked for a group of fields.
struct Guarded<V> {
    visitor: V,
    fields: bool,
}

macro_rules! forward {
    ($($method:ident($($name:ident: $kind:ty),*)),* $(,)?) => {
        $(fn $method<V: Visitor<'de>>(self, $($name: $kind,)* visitor: V) -> Result<V::Value, D::Error> {
            self.0.$method($($name,)* Guarded { visitor, fields: false })
        })*
    };
}

impl<'de, D: Deserializer<'de>> Deserializer<'de> for Strict<D> {
    type Error = D::Error;

    forward!(
        deserialize_any(), deserialize_bool(), deserialize_i8(), deserialize_i16(), deserialize_i32(), deserialize_i64(),
        deserialize_i128(), deserialize_u8(), deserialize_u16(), deserialize_u32(), deserialize_u64(), deserialize_u128(),
        deserialize_f32(), deserialize_f64(), deserialize_char(), deserialize_str(), deserialize_string(),
        deserialize_bytes(), deserialize_byte_buf(), deserialize_option(), deserialize_unit(), deserialize_seq(),
        deserialize_map(), deserialize_identifier(), deserialize_ignored_any(),
        deserialize_unit_struct(name: &'static str), deserialize_newtype_struct(name: &'static str),
        deserialize_tuple(len: usize), deserialize_tuple_struct(name: &'static str, len: usize),
        deserialize_enum(name: &'static str, variants: &'static [&'static str]),
    );

    fn deserialize_struct<V: Visitor<'de>>(
        self,
        name: &'static str,
        fields: &'static [&'static str],
        visitor: V,
    ) -> Result<V::Value, D::Error> {
        self.0.deserialize_struct(name, fields, Guarded { visitor, fields: true })
    }

    fn is_human_readable(&self) -> bool {
        self.0.is_human_readable()
    }
}

macro_rules! visit {
    ($($method:ident($kind:ty)),* $(,)?) => {
        $(fn $method<E: de::Error>(self, value: $kind) -> Result<V::Value, E> {
            self.visitor.$method(value)
        })*
    };
}

impl<'de, V: Visitor<'de>> Visitor<'de> for Guarded<V> {
    type Value = V::Value;

    fn expecting(&self, f: &mut fmt::Formatter<'_>) -> fmt::Result {
        self.visitor.expecting(f)
    }

    visit!(
        visit_bool(bool),
        visit_i64(i64),
        visit_i128(i128),
        visit_u64(u64),
        visit_u128(u128),
        visit_f64(f64),
        visit_str(&str),
        visit_borrowed_str(&'de str),
        visit_string(String),
        visit_bytes(&[u8]),
        visit_borrowed_bytes(&'de [u8]),
        visit_byte_buf(Vec<u8>),
    );

    fn visit_none<E: de::Error>(self) -> Result<V::Value, E> {
        self.visitor.visit_none()
    }

    fn visit_unit<E: de::Error>(self) -> Result<V::Value, E> {
        self.visitor.visit_unit()
    }

    fn visit_some<D: Deserializer<'de>>(self, inner: D) -> Result<V::Value, D::Error> {
        self.visitor.visit_some(Strict(inner))
    }

    fn visit_newtype_struct<D: Deserializer<'de>>(self, inner: D) -> Result<V::Value, D::Error> {
        self.visitor.visit_newtype_struct(Strict(inner))
    }

    fn visit_seq<A: SeqAccess<'de>>(self, items: A) -> Result<V::Value, A::Error> {
        if self.fields {
            return Err(de::Error::invalid_type(Unexpected::Seq, &self));
        }
        self.visitor.visit_seq(Strict(items))
    }

    fn visit_map<A: MapAccess<'de>>(self, entries: A) -> Result<V::Value, A::Error> {
        self.visitor.visit_map(Strict(entries))
    }

    fn visit_enum<A: EnumAccess<'de>>(self, chosen: A) -> Result<V::Value, A::Error> {
        self.visitor.visit_enum(Strict(chosen))
    }
}

impl<'de, S: DeserializeSeed<'de>> DeserializeSeed<'de> for Strict<S> {
    type Value = S::Value;

    fn deserialize<D: Deserializer<'de>>(self, inner: D) -> Result<S::Value, D::Error> {
        self.0.deserialize(Strict(inner))
    }
}

impl<'de, A: SeqAccess<'de>> SeqAccess<'de> for Strict<A> {
    type Error = A::Error;

    fn next_element_seed<S: DeserializeSeed<'de>>(&mut self, seed: S) -> Result<Option<S::Value>, A::Error> {
        self.0.next_element_seed(Strict(seed))
    }

    fn size_hint(&self) -> Option<usize> {
        self.0.size_hint()
    }
}

impl<'de, A: MapAccess<'de>> MapAccess<'de> for Strict<A> {
    type Error = A::Error;

    fn next_key_seed<S: DeserializeSeed<'de>>(&mut self, seed: S) -> Result<Option<S::Value>, A::Error> {
        self.0.next_key_seed(Strict(seed))
    }

    fn next_value_seed<S: DeserializeSeed<'de>>(&mut self, seed: S) -> Result<S::Value, A::Error> {
        self.0.next_value_seed(Strict(seed))
    }
}

impl<'de, A: EnumAccess<'de>> EnumAccess<'de> for Strict<A> {
    type Error = A::Error;
    type Variant = Strict<A::Variant>;

    fn variant_seed<S: DeserializeSeed<'de>>(
        self,
        seed: S,
    ) -> Result<(S::Value, Strict<A::Variant>), A::Error> {
        let (value, variant) = self.0.variant_seed(Strict(seed))?;
        Ok((value, Strict(variant)))
    }
}

impl<'de, A: VariantAccess<'de>> VariantAccess<'de> for Strict<A> {
    type Error = A::Error;

    fn unit_variant(self) -> Result<(), A::Error> {
        self.0.unit_variant()
    }

    fn newtype_variant_seed<S: DeserializeSeed<'de>>(self, seed: S) -> Result<S::Value, A::Error> {
        self.0.newtype_variant_seed(Strict(seed))
    }

    fn tuple_variant<V: Visitor<'de>>(self, len: usize, visitor: V) -> Result<V::Value, A::Error> {
        self.0.tuple_variant(len, Guarded { visitor, fields: false })
    }

    fn struct_variant<V: Visitor<'de>>(
        self,
        fields: &'static [&'static str],
        visitor: V,
    ) -> Result<V::Value, A::Error> {
        self.0.struct_variant(fields, Guarded { visitor, fields: true })
    }
}

#[cfg(test)]
mod tests {
    use super::*;
    use rstest::rstest;
    use serde::Deserialize;

    #[derive(Debug, PartialEq, Deserialize)]
    struct Pot {
        name: String,
        #[serde(default)]
        lid: Option<Box<Pot>>,
        #[serde(default)]
        marks: Vec<(f64, bool)>,
        #[serde(default)]
        glaze: Option<Glaze>,
    }

    #[derive(Debug, PartialEq, Deserialize)]
    #[serde(rename_all = "snake_case")]
    enum Glaze {
        Ash,
        Mixed { of: Vec<String> },
    }

    fn read(json: &str) -> Result<Pot, serde_json::Error> {
        Pot::deserialize(Strict(&mut serde_json::Deserializer::from_str(json)))
    }

    #[rstest]
    #[case(r#"{ "name": "bowl" }"#)]
    #[case(
        r#"{ "name": "bowl", "lid": { "name": "lid", "marks": [[1.5, true], [2, false]] }, "glaze": "ash" }"#
    )]
    #[case(r#"{ "name": "bowl", "lid": null, "glaze": { "mixed": { "of": ["ash", "iron"] } } }"#)]
    fn what_is_meant_is_read_as_ever(#[case] json: &str) {
        assert_eq!(read(json).unwrap(), serde_json::from_str::<Pot>(json).unwrap());
    }

    #[rstest]
    #[case(r#"["bowl"]"#)]
    #[case(r#"{ "name": "bowl", "lid": ["lid"] }"#)]
    #[case(r#"{ "name": "bowl", "glaze": { "mixed": [["ash"]] } }"#)]
    fn a_list_is_no_group_of_fields(#[case] json: &str) {
        assert!(serde_json::from_str::<Pot>(json).is_ok(), "serde itself takes it");
        assert!(read(json).unwrap_err().to_string().starts_with("invalid type: sequence"));
    }
}
